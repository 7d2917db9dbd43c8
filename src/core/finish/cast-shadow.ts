import { combine } from '../arrange/combine';
import { parseHex } from '../colour/colour';
import { followsLamp, lampDefaults, lampFields, lampOf, type OwnLamp, ownLight } from '../depth/lamp-fields';
import { type Lamp, towardLamp } from '../depth/light';
import { solidOf } from '../depth/solid';
import { blendField } from '../document/blend-field';
import { colour, share, sibling, size, toggle } from '../document/fields';
import { identity, invert } from '../geometry/matrix';
import { pathsOf } from '../outline/pieces';
import { castersOf } from '../scene/caster';
import { filledWith } from '../scene/filled-with';
import type { BlendMode, SceneNode } from '../scene/types';
import { defineFinish, type Painted } from './definition';
import { castBy, cutBy } from './light-nodes';

interface CastShadow extends OwnLamp {
  caster: string;
  over: number;
  grounded: boolean;
  colour: string;
  softness: number;
  opacity: number;
  blend: BlendMode;
}

/** Farthest that a low lamp throws a shadow, sheet units. */
const farthest = 10_000;

/** How far a shadow of something so high falls, away from the lamp, in sheet units. */
export function fallOf(lamp: Lamp, height: number): { dx: number; dy: number } {
  const l = towardLamp(lamp);
  const flat = Math.hypot(l.x, l.y);
  if (!(flat > 1e-9)) return { dx: 0, dy: 0 };
  const long = Math.min(farthest, (height * flat) / Math.max(1e-9, l.z));
  return { dx: (-l.x / flat) * long, dy: (-l.y / flat) * long };
}

/** The silhouette of the caster, in the part’s own coordinates and shifted in the sheet’s; swept from where it stands, or lying off it. */
function shadowOf(painted: Painted, p: CastShadow): SceneNode[] {
  const caster = painted.caster(p.caster);
  if (!caster) return [];
  const fall = fallOf(lampOf(p, painted.light), p.over);
  const look = { sigma: p.softness / 2, colour: parseHex(p.colour) };
  if (!p.grounded) return [castBy(caster.nodes, { ...fall, ...look })];
  const [a, b, c, d] = painted.light?.world ?? identity;
  const back = invert([a, b, c, d, 0, 0]) ?? identity;
  const [dx, dy] = [back[0] * fall.dx + back[2] * fall.dy, back[1] * fall.dx + back[3] * fall.dy];
  if (dx === 0 && dy === 0) return [];
  const solid = solidOf(caster.outline(), { kind: 'along', dx, dy });
  const swept = combine('union', pathsOf([...solid.back, ...solid.sides, ...solid.front]));
  return [castBy([filledWith(swept, { kind: 'solid', colour: [0, 0, 0, 1] })], { dx: 0, dy: 0, ...look })];
}

/** The shadow of another part on this one and nowhere else; it moves when either moves. */
export const castShadow = defineFinish<CastShadow>({
  kind: 'cast-shadow',
  label: 'Cast shadow',
  about: 'The shadow that another part casts onto this one, cut by it.',
  alsoKnown: ['shadow', 'drop shadow'],
  fields: [
    sibling('caster', 'Cast by', 'The part whose shadow falls onto this one.'),
    size('over', 'Stands over', 'How high the part that casts it stands, or lies over this one.'),
    toggle('grounded', 'From its foot', 'Whether the shadow begins where that part stands, or lies off it.'),
    colour('colour', 'Colour', 'Of the shadow.'),
    size('softness', 'Softness', 'Twice the standard deviation of its blur.'),
    share('opacity', 'Opacity', 'Of the shadow.'),
    blendField('Of the shadow with the part.'),
    ...lampFields,
  ],
  defaults: {
    caster: '',
    over: 80,
    grounded: false,
    colour: '#0b1420',
    softness: 12,
    opacity: 0.5,
    blend: 'multiply',
    ...lampDefaults,
  },
  // A swept shadow needs to know how the part lies on its sheet.
  meetsLight: (p) => followsLamp(p) || p.grounded,
  supposes: ownLight,
  note: ({ caster }) => (caster ? null : 'Choose the part that casts the shadow.'),
  apply(painted, p) {
    const shadow = p.caster ? shadowOf(painted, p) : [];
    if (!shadow.length) return painted.nodes;
    const cut = cutBy(castersOf(painted.nodes), shadow, { opacity: p.opacity, blend: p.blend });
    return [...painted.nodes, cut];
  },
});
