import { parseHex } from '../colour/colour';
import type { SupposedLight } from '../depth/lamp-fields';
import { type PartLight, towardLamp, usualLamp } from '../depth/light';
import { blendField } from '../document/blend-field';
import { angle, choice, colour, later, onlyIf, share } from '../document/fields';
import { identity, invert } from '../geometry/matrix';
import { type Bounds, boundsPath, growBounds } from '../geometry/path';
import { degrees, radians } from '../geometry/vector';
import { castersOf } from '../scene/caster';
import { nodesBounds } from '../scene/damage';
import { filledWith } from '../scene/filled-with';
import type { BlendMode, ScenePaint } from '../scene/types';
import { type Centre, centreAt, centreFields, centreGrip, centreOf } from './centre';
import { defineFinish } from './definition';
import { cutBy } from './light-nodes';

interface Sheen extends Centre {
  colour: string;
  form: string;
  by: string;
  /** Degrees clockwise that a band or the edge of a half leans from upright. */
  angle: number;
  /** Of a band, or of an ellipse along its first axis, as shares of the part’s longer side. */
  width: number;
  /** An ellipse’s other axis as a share of the first. */
  ratio: number;
  /** Share of the width over which its edge fades. */
  softness: number;
  opacity: number;
  blend: BlendMode;
}

/** How far toward the lamp the middle of each shape lies, as a share of the way to the part's bounds. */
const towardIt: Readonly<Record<string, number>> = { half: 0, band: 0.45, ellipse: 0.4 };

/** A sheen that lies toward the lamp as it stands over the part; one of its own grips as it is. */
function lying(p: Sheen, light: PartLight | null): Sheen {
  if (p.by !== 'lamp') return p;
  const lamp = towardLamp(light?.lamp ?? usualLamp);
  const [a, b, c, d] = light?.world ?? identity;
  const back = invert([a, b, c, d, 0, 0]) ?? identity;
  const [x, y] = [back[0] * lamp.x + back[2] * lamp.y, back[1] * lamp.x + back[3] * lamp.y];
  const far = Math.hypot(x, y);
  // From straight above it lies in the middle.
  if (!(far > 1e-9)) return { ...p, centreX: 0.5, centreY: 0.5 };
  const share = towardIt[p.form] / 2 / far;
  return {
    ...p,
    centreX: 0.5 + share * x,
    centreY: 0.5 + share * y,
    angle: degrees(Math.atan2(-y, -x)),
  };
}

const longer = (b: Bounds): number => Math.max(b.x1 - b.x0, b.y1 - b.y0);

/** Half of the width, in the part’s own units. */
const reachOf = (p: Sheen, b: Bounds): number => (p.width * longer(b)) / 2;

/** The light as it lies over bounds, before the part cuts it. */
function lightOf(p: Sheen, b: Bounds): ScenePaint {
  const [red, green, blue, alpha] = parseHex(p.colour);
  const stop = (at: number, a: number) => ({ at, colour: [red, green, blue, a * alpha] as const });
  const c = centreOf(p, b);
  const r = Math.max(1e-6, reachOf(p, b));
  const [cos, sin] = [Math.cos(radians(p.angle)), Math.sin(radians(p.angle))];
  const even = { interpolation: 'srgb', spread: 'pad' } as const;
  if (p.form === 'ellipse')
    return {
      ...even,
      kind: 'radial',
      matrix: [cos * r, sin * r, -sin * r * p.ratio, cos * r * p.ratio, c.x, c.y],
      stops: [stop(0, 1), stop(1 - p.softness, 1), stop(1, 0)],
    };
  // From one side of the band, or of the edge, to the other.
  const soft = Math.max(1e-4, p.softness);
  const stops =
    p.form === 'band'
      ? [stop(0, 0), stop(soft / 2, 1), stop(1 - soft / 2, 1), stop(1, 0)]
      : [stop(0.5 - soft / 2, 1), stop(0.5 + soft / 2, 0)];
  return {
    ...even,
    kind: 'linear',
    matrix: [2 * r * cos, 2 * r * sin, -2 * r * sin, 2 * r * cos, c.x - r * cos, c.y - r * sin],
    stops,
  };
}

/** A half lies toward its light; others where their middle lies, seen from the part's. */
function supposedBy(form: string, angle: number, centreX: number, centreY: number): SupposedLight | null {
  const [x, y] =
    form === 'half' ? [-Math.cos(radians(angle)), -Math.sin(radians(angle))] : [centreX - 0.5, centreY - 0.5];
  return Math.hypot(x, y) > 0.05 ? { toward: { x, y }, follow: { by: 'lamp' } } : null;
}

/** A band, a half or an ellipse of light laid over the part and cut by it. */
export const sheen = defineFinish<Sheen>({
  kind: 'sheen',
  label: 'Sheen',
  about: 'A band, a half or an ellipse of light laid over the part and cut by it.',
  alsoKnown: ['gloss', 'reflection', 'highlight', 'shine'],
  fields: [
    choice('form', 'Shape', 'How the light lies over the part.', {
      half: 'Half',
      band: 'Band',
      ellipse: 'Ellipse',
    }),
    later(
      choice('by', 'Lies', 'Where it lies: by its grips, or toward the lamp.', {
        grips: 'By its grips',
        lamp: 'By the lamp',
      }),
      'grips',
    ),
    colour('colour', 'Colour', 'Of the light.'),
    ...centreFields.map((f) => onlyIf('by', 'grips', f)),
    onlyIf('by', 'grips', angle('angle', 'Leans', 'Clockwise from upright.', -360, 360)),
    share('width', 'Width', 'As a share of the part’s longer side.', 0, 10),
    onlyIf('form', 'ellipse', share('ratio', 'Roundness', 'One axis as a share of the other.', 0.01, 10)),
    share('softness', 'Soft edge', 'Share of the width over which it fades.'),
    share('opacity', 'Opacity', 'Of the light.'),
    blendField('Of the light with the part.'),
  ],
  // Common practice, no source: white at half strength, overlaid.
  defaults: {
    form: 'half',
    by: 'grips',
    colour: '#ffffff',
    centreX: 0.5,
    centreY: 0.5,
    angle: 0,
    width: 0.6,
    ratio: 0.6,
    softness: 0,
    opacity: 0.5,
    blend: 'overlay',
  },
  meetsLight: ({ by }) => by === 'lamp',
  supposes: ({ by, form, angle, centreX, centreY }) =>
    by === 'lamp' ? null : supposedBy(form, angle, centreX, centreY),
  apply(painted, laid) {
    const p = lying(laid, painted.light);
    const casters = castersOf(painted.nodes);
    const bounds = nodesBounds(casters);
    if (!bounds || !(p.width > 0)) return painted.nodes;
    const light = filledWith(boundsPath(growBounds(bounds, 2)), lightOf(p, bounds));
    return [...painted.nodes, cutBy(casters, [light], { opacity: p.opacity, blend: p.blend })];
  },
  paintHandles(p, b) {
    if (p.by === 'lamp') return [];
    const c = centreOf(p, b);
    const r = reachOf(p, b);
    const [cos, sin] = [Math.cos(radians(p.angle)), Math.sin(radians(p.angle))];
    return [
      { id: 'edge', sets: ['width', 'angle'], x: c.x + cos * r, y: c.y + sin * r, from: c },
      ...(p.form === 'ellipse'
        ? [
            {
              id: 'side',
              sets: ['ratio'],
              x: c.x - sin * r * p.ratio,
              y: c.y + cos * r * p.ratio,
              from: c,
              small: true,
            },
          ]
        : []),
      centreGrip(p, b),
    ];
  },
  paintDrag(p, handle, to, b) {
    const c = centreOf(p, b);
    const [dx, dy] = [to.x - c.x, to.y - c.y];
    if (handle === 'centre') return { params: centreAt(to, b) };
    if (handle === 'side') return { params: { ratio: Math.hypot(dx, dy) / (reachOf(p, b) || 1) } };
    return {
      params: { width: (2 * Math.hypot(dx, dy)) / (longer(b) || 1), angle: degrees(Math.atan2(dy, dx)) },
    };
  },
});
