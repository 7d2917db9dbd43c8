import { parseHex } from '../colour/colour';
import { followsLamp, lampDefaults, lampFields, lampOf, type OwnLamp, ownLight } from '../depth/lamp-fields';
import { towardLamp } from '../depth/light';
import { blendField } from '../document/blend-field';
import { colour, share, size } from '../document/fields';
import { castersOf } from '../scene/caster';
import type { BlendMode } from '../scene/types';
import { defineFinish } from './definition';
import { blendNotes } from './glow';
import { castInto, ringGrip } from './light-nodes';

interface EdgeLight extends OwnLamp {
  colour: string;
  width: number;
  softness: number;
  opacity: number;
  blend: BlendMode;
}

/** A rim of light along the edges that face the lamp: what the silhouette leaves off, shifted away from the lamp. */
export const edgeLight = defineFinish<EdgeLight>({
  kind: 'edge-light',
  label: 'Edge light',
  about: 'A rim of light along the edges that face the lamp.',
  alsoKnown: ['rim light', 'highlight'],
  fields: [
    colour('colour', 'Colour', 'Of the light.'),
    size('width', 'Width', 'Of the rim where it faces the lamp.'),
    size('softness', 'Softness', 'Twice the standard deviation of its blur.'),
    share('opacity', 'Opacity', 'Of the light.'),
    blendField('Of the light with what lies under it.'),
    ...lampFields,
  ],
  defaults: {
    colour: '#fff4d8',
    width: 8,
    softness: 6,
    opacity: 0.8,
    blend: 'screen',
    ...lampDefaults,
  },
  meetsLight: followsLamp,
  supposes: ownLight,
  ...blendNotes,
  apply(painted, p) {
    const l = towardLamp(lampOf(p, painted.light));
    const flat = Math.hypot(l.x, l.y);
    // From straight above no edge faces the lamp more than another.
    const k = flat > 1e-9 ? p.width / flat : 0;
    const shape = { dx: -l.x * k, dy: -l.y * k, sigma: p.softness / 2, colour: parseHex(p.colour) };
    const lit = castInto(painted.nodes, castersOf(painted.nodes), shape, {
      opacity: p.opacity,
      blend: p.blend,
    });
    return [...painted.nodes, ...lit];
  },
  ...ringGrip('width'),
});
