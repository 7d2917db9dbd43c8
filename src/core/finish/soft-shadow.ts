import { offsetPath } from '../arrange/offset';
import { parseHex } from '../colour/colour';
import { blendField } from '../document/blend-field';
import { colour, length, share, size } from '../document/fields';
import { castersOf } from '../scene/caster';
import type { BlendMode, SceneNode } from '../scene/types';
import { defineFinish } from './definition';

/** A blurred silhouette behind the part. Softness is twice the Gaussian's deviation, as in CSS. */
export const softShadow = defineFinish({
  kind: 'soft-shadow',
  label: 'Soft shadow',
  about: 'A shadow with a soft edge beneath the part.',
  alsoKnown: ['drop shadow', 'glow'],
  fields: [
    colour('colour', 'Colour', 'Of the shadow.'),
    length('shiftX', 'Shift x', 'How far it falls across.'),
    length('shiftY', 'Shift y', 'How far it falls downwards.'),
    size('softness', 'Softness', 'Twice the standard deviation of its blur.'),
    length('spread', 'Spread', 'How much larger than the part it is.', -10_000, 10_000),
    share('opacity', 'Opacity', 'Of the shadow.'),
    blendField('Of the shadow with what lies under it.'),
  ],
  defaults: {
    colour: '#0b1420',
    shiftX: 0,
    shiftY: 12,
    softness: 24,
    spread: 0,
    opacity: 0.45,
    blend: 'normal' as BlendMode,
  },
  apply(painted, p) {
    const source: readonly SceneNode[] = p.spread
      ? [
          {
            type: 'shape',
            path: offsetPath(painted.silhouette(), p.spread, { join: 'round', miterLimit: 4 }),
            paint: { kind: 'solid', colour: [0, 0, 0, 1] },
            opacity: 1,
            blend: 'normal',
          },
        ]
      : castersOf(painted.nodes);
    const shadow: SceneNode = {
      type: 'filter',
      filter: {
        kind: 'shadow',
        dx: p.shiftX,
        dy: p.shiftY,
        sigma: p.softness / 2,
        colour: parseHex(p.colour),
      },
      children: source,
      opacity: p.opacity,
      blend: p.blend,
    };
    return [shadow, ...painted.nodes];
  },
  handles: (p) => [
    {
      id: 'softness',
      sets: ['softness'],
      x: p.shiftX + p.softness,
      y: p.shiftY,
      circle: { x: p.shiftX, y: p.shiftY, r: p.softness },
    },
    // Last, so that it lies on top where both are close.
    { id: 'shift', sets: ['shiftX', 'shiftY'], x: p.shiftX, y: p.shiftY, from: { x: 0, y: 0 } },
  ],
  drag: (p, handle, to) => ({
    params:
      handle === 'shift'
        ? { shiftX: to.x, shiftY: to.y }
        : { softness: Math.hypot(to.x - p.shiftX, to.y - p.shiftY) },
  }),
});
