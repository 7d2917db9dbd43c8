import { parseHex } from '../colour/colour';
import { type PartLight, usualLamp } from '../depth/light';
import { blendField } from '../document/blend-field';
import {
  choice,
  colour,
  count,
  later,
  length,
  onlyIf,
  share,
  size,
  toggle,
  unless,
} from '../document/fields';
import { growBounds } from '../geometry/path';
import { radians } from '../geometry/vector';
import { castersOf } from '../scene/caster';
import { nodesBounds } from '../scene/damage';
import { groupNode } from '../scene/group-node';
import type { BlendMode, SceneNode } from '../scene/types';
import { fallOf } from './cast-shadow';
import { defineFinish } from './definition';
import { castBy, casterOf, castInto } from './light-nodes';

interface SoftShadow {
  colour: string;
  of: string;
  falls: string;
  by: string;
  shiftX: number;
  shiftY: number;
  /** How far the part stands over what it casts onto. */
  over: number;
  softness: number;
  spread: number;
  opacity: number;
  blend: BlendMode;
  hollow: boolean;
  grain: number;
  grainSize: number;
  seed: number;
}

/** Where a shadow falls, in sheet units: by its own shift, or away from the lamp as far as the part stands up. */
function shiftOf(p: SoftShadow, light: PartLight | null): { dx: number; dy: number } {
  if (p.by !== 'lamp') return { dx: p.shiftX, dy: p.shiftY };
  return fallOf(light?.lamp ?? usualLamp, p.over);
}

/** A shadow with some of it taken away in grains. */
function grainy(nodes: readonly SceneNode[], { grain, grainSize, seed }: SoftShadow): readonly SceneNode[] {
  const bounds = grain > 0 ? nodesBounds(nodes) : null;
  if (!bounds) return nodes;
  const noise: SceneNode = {
    type: 'grain',
    bounds: growBounds(bounds, 1),
    size: grainSize,
    amount: grain,
    ink: [0, 0, 0, 1],
    seed,
    opacity: 1,
    blend: 'normal',
  };
  return [groupNode(nodes, { isolated: true, bodiless: true, mask: { children: [noise], by: 'outside' } })];
}

/** A blurred silhouette behind the part, or that of its surroundings upon it. Softness is twice the Gaussian's deviation, as in CSS. */
export const softShadow = defineFinish<SoftShadow>({
  kind: 'soft-shadow',
  label: 'Soft shadow',
  about: 'A shadow with a soft edge beneath the part, or one that falls into it.',
  alsoKnown: ['drop shadow', 'inner shadow'],
  fields: [
    colour('colour', 'Colour', 'Of the shadow.'),
    later(
      choice('of', 'Of', 'What casts a shadow of its own: all of it, or each letter, copy or member.', {
        whole: 'The whole',
        each: 'Each piece',
      }),
      'whole',
    ),
    later(
      choice('falls', 'Falls', 'Beneath the part, or into it from its edges.', {
        outside: 'Beneath it',
        inside: 'Into it',
      }),
      'outside',
    ),
    later(
      choice('by', 'Lies', 'Where it falls: by a shift of its own, or away from the lamp.', {
        shift: 'By its shift',
        lamp: 'By the lamp',
      }),
      'shift',
    ),
    unless('by', 'lamp', length('shiftX', 'Shift x', 'How far it falls across.')),
    unless('by', 'lamp', length('shiftY', 'Shift y', 'How far it falls downwards.')),
    onlyIf(
      'by',
      'lamp',
      later(size('over', 'Stands over', 'How high the part stands over what lies below.'), 20),
    ),
    size('softness', 'Softness', 'Twice the standard deviation of its blur.'),
    length('spread', 'Spread', 'How much larger than the part it is.', -10_000, 10_000),
    share('opacity', 'Opacity', 'Of the shadow.'),
    blendField('Of the shadow with what lies under it.'),
    unless(
      'falls',
      'inside',
      later(
        toggle('hollow', 'Left out under the part', 'Whether it is left out where the part lies.'),
        false,
      ),
    ),
    later(share('grain', 'Grain', 'How much of it is taken away in grains.'), 0),
    later(length('grainSize', 'Size of grain', 'Side of a grain.', 0.1, 1000), 2),
    later(count('seed', 'Seed', 'Another number gives other grains.', 0, 9999), 1),
  ],
  defaults: {
    colour: '#0b1420',
    of: 'whole',
    falls: 'outside',
    by: 'shift',
    shiftX: 0,
    shiftY: 12,
    over: 20,
    softness: 24,
    spread: 0,
    opacity: 0.45,
    blend: 'normal',
    hollow: false,
    grain: 0,
    grainSize: 2,
    seed: 1,
  },
  meetsLight: ({ by }) => by === 'lamp',
  // A shadow falls away from its light; as long as it is, the part stands up by the tangent of the lamp's height.
  supposes({ by, shiftX, shiftY }, lamp) {
    const long = Math.hypot(shiftX, shiftY);
    if (by === 'lamp' || long < 1e-6) return null;
    const over = long * Math.tan(radians(Math.min(lamp.height, 89)));
    return { toward: { x: -shiftX, y: -shiftY }, follow: { by: 'lamp', over: Number(over.toFixed(3)) } };
  },
  each: ({ of }) => of === 'each',
  apply(painted, p) {
    const shape = { ...shiftOf(p, painted.light), sigma: p.softness / 2, colour: parseHex(p.colour) };
    const laid = { opacity: p.opacity, blend: p.blend };
    if (p.falls === 'inside') {
      const into = castInto(painted.nodes, casterOf(painted, -p.spread), shape, laid);
      return [...painted.nodes, ...grainy(into, p)];
    }
    const cast = { ...castBy(casterOf(painted, p.spread), shape), ...laid };
    if (!p.hollow) return [...grainy([cast], p), ...painted.nodes];
    const around = groupNode([{ ...cast, opacity: 1, blend: 'normal' }], {
      ...laid,
      isolated: true,
      bodiless: true,
      mask: { children: castersOf(painted.nodes), by: 'outside' },
    });
    return [...grainy([around], p), ...painted.nodes];
  },
  handles(p) {
    const [x, y] = p.by === 'lamp' ? [0, 0] : [p.shiftX, p.shiftY];
    return [
      { id: 'softness', sets: ['softness'], x: x + p.softness, y, circle: { x, y, r: p.softness } },
      // Last, so that it lies on top where both are close.
      ...(p.by === 'lamp' ? [] : [{ id: 'shift', sets: ['shiftX', 'shiftY'], x, y, from: { x: 0, y: 0 } }]),
    ];
  },
  drag(p, handle, to) {
    if (handle === 'shift') return { params: { shiftX: to.x, shiftY: to.y } };
    const [x, y] = p.by === 'lamp' ? [0, 0] : [p.shiftX, p.shiftY];
    return { params: { softness: Math.hypot(to.x - x, to.y - y) } };
  },
});
