import { parseHex } from '../colour/colour';
import { blendField } from '../document/blend-field';
import { angle, colour, share, size } from '../document/fields';
import type { Matrix } from '../geometry/matrix';
import { type Bounds, boundsPath, growBounds, transformBounds } from '../geometry/path';
import { radians } from '../geometry/vector';
import { castersOf } from '../scene/caster';
import { nodesBounds } from '../scene/damage';
import { filledWith } from '../scene/filled-with';
import { groupNode } from '../scene/group-node';
import { silhouette } from '../scene/silhouette';
import type { BlendMode, SceneNode } from '../scene/types';
import { defineFinish } from './definition';
import { castBy } from './light-nodes';

interface FloorShadow {
  colour: string;
  /** Height of the shadow as a share of the part’s. */
  flat: number;
  /** Degrees that it leans, clockwise from straight back. */
  slant: number;
  softness: number;
  /** How much softer it is at its far end, times the softness at the foot. */
  far: number;
  /** How much of it is left at its far end, 0–1. */
  fades: number;
  opacity: number;
  blend: BlendMode;
}

/** Blurs between the foot and the far end; what lies between two is mixed of both. */
const levels = 4;

/** From the part to its shadow on the floor: flattened onto the foot of its bounds, and leaning. */
function onFloor(p: FloorShadow, b: Bounds): Matrix {
  const lean = Math.tan(radians(p.slant)) * p.flat;
  // Upwards in the part is away along the floor.
  return [1, 0, -lean, p.flat, lean * b.y1, b.y1 * (1 - p.flat)];
}

const grey = (v: number) => ({ kind: 'solid', colour: [v, v, v, 1] }) as const;

/** A flattened, leaning silhouette on the floor from where the part stands, softer with its distance. */
export const floorShadow = defineFinish<FloorShadow>({
  kind: 'floor-shadow',
  label: 'Floor shadow',
  about: 'A flattened shadow from where the part stands, softer the farther it falls.',
  alsoKnown: ['perspective shadow', 'ground shadow', 'cast shadow'],
  fields: [
    colour('colour', 'Colour', 'Of the shadow.'),
    share('flat', 'Height', 'Of the shadow against the part.', 0.01, 2),
    angle('slant', 'Slant', 'Clockwise from straight back.', -80, 80),
    size('softness', 'Softness', 'At the foot; twice the standard deviation of its blur.'),
    share('far', 'Softer far off', 'Softness at its far end against that at the foot.', 1, 20),
    share('fades', 'Left far off', 'How much of it is left at its far end.'),
    share('opacity', 'Opacity', 'Of the shadow.'),
    blendField('Of the shadow with what lies under it.'),
  ],
  // Common practice, no source: a blur of 10 at 35 %.
  defaults: {
    colour: '#0b1420',
    flat: 0.3,
    slant: 35,
    softness: 10,
    far: 3,
    fades: 0.3,
    opacity: 0.35,
    blend: 'multiply',
  },
  apply(painted, p) {
    const casters = castersOf(painted.nodes);
    const bounds = nodesBounds(casters);
    if (!bounds) return painted.nodes;
    const matrix = onFloor(p, bounds);
    const lying = [groupNode(casters.map(silhouette), { matrix })];
    const area = boundsPath(growBounds(transformBounds(bounds, matrix), 2 * p.softness * p.far + 2));
    const [foot, end] = [bounds.y1, bounds.y1 - p.flat * (bounds.y1 - bounds.y0)];
    /** Clear at the place of one level and opaque at the next, in shares of the way back. */
    const ramp = (from: number, to: number): SceneNode =>
      filledWith(area, {
        kind: 'linear',
        matrix: [0, (end - foot) * (to - from), foot - end, 0, 0, foot + (end - foot) * from],
        stops: [
          { at: 0, colour: [1, 1, 1, 0] },
          { at: 1, colour: [1, 1, 1, 1] },
        ],
        interpolation: 'srgb',
        spread: 'pad',
      });
    const blurredAt = (share: number): SceneNode[] => [
      filledWith(area, grey(0)),
      castBy(lying, {
        dx: 0,
        dy: 0,
        sigma: (p.softness / 2) * (1 + (p.far - 1) * share),
        colour: [1, 1, 1, 1],
      }),
    ];
    // Opaque greys laid over each other are mixed exactly; their luminance is the shadow.
    const mixed = Array.from({ length: levels }, (_, i): SceneNode[] => {
      const nodes = blurredAt(i / (levels - 1));
      if (i === 0) return nodes;
      const mask = { children: [ramp((i - 1) / (levels - 1), i / (levels - 1))], by: 'alpha' } as const;
      return [groupNode(nodes, { isolated: true, mask })];
    }).flat();
    const [r, g, b, a] = parseHex(p.colour);
    const fading = filledWith(area, {
      kind: 'linear',
      matrix: [0, end - foot, foot - end, 0, 0, foot],
      stops: [
        { at: 0, colour: [r, g, b, a] },
        { at: 1, colour: [r, g, b, a * p.fades] },
      ],
      interpolation: 'srgb',
      spread: 'pad',
    });
    const shadow = groupNode([fading], {
      opacity: p.opacity,
      blend: p.blend,
      isolated: true,
      bodiless: true,
      mask: { children: mixed, by: 'luminance' },
    });
    return [shadow, ...painted.nodes];
  },
  paintHandles(p, b) {
    const [m, h] = [(b.x0 + b.x1) / 2, b.y1 - b.y0];
    const lean = Math.tan(radians(p.slant)) * p.flat * h;
    return [
      { id: 'far', sets: ['flat', 'slant'], x: m + lean, y: b.y1 - p.flat * h, from: { x: m, y: b.y1 } },
    ];
  },
  paintDrag(_, __, to, b) {
    const [m, h] = [(b.x0 + b.x1) / 2, b.y1 - b.y0 || 1];
    const up = Math.max(0.01 * h, b.y1 - to.y);
    const slant = (Math.atan2(to.x - m, up) * 180) / Math.PI;
    return { params: { flat: Math.min(2, up / h), slant: Math.min(80, Math.max(-80, slant)) } };
  },
});
