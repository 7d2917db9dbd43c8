import { combine } from '../arrange/combine';
import { unitedPath } from '../arrange/unite';
import { parseHex } from '../colour/colour';
import { followsLamp, lampDefaults, lampFields, lampOf, type OwnLamp, ownLight } from '../depth/lamp-fields';
import { towardLamp } from '../depth/light';
import { blendField } from '../document/blend-field';
import { choice, colour, curve, later, length, number, onlyIf, share, size } from '../document/fields';
import type { CurvePoints } from '../geometry/monotone';
import type { Path } from '../geometry/path';
import { pathsOf } from '../outline/pieces';
import { filledWith } from '../scene/filled-with';
import { groupNode } from '../scene/group-node';
import type { BlendMode, Rim, RimNode, RimProfile, SceneNode } from '../scene/types';
import { defineFinish, type Painted } from './definition';
import { ringGrip } from './light-nodes';

interface Bevel extends OwnLamp {
  side: Rim['side'];
  of: string;
  width: number;
  /** Below 0 it is sunk. */
  rise: number;
  profile: RimProfile;
  curve: CurvePoints;
  softness: number;
  lightColour: string;
  lightOpacity: number;
  lightBlend: BlendMode;
  shadeColour: string;
  shadeOpacity: number;
  shadeBlend: BlendMode;
  shine: number;
  gloss: number;
}

/** What an own profile begins with: up, along a shoulder, and up again. */
const ownCurve: CurvePoints = [0, 0, 0.3, 0.7, 0.6, 0.7, 1, 1];

/** The outlines that have a rim of their own each. */
function rimsOf({ outline, silhouette }: Painted, of: string): readonly Path[] {
  if (of === 'whole') return [silhouette()];
  const paths = pathsOf(outline);
  if (of === 'outline') return [combine('union', paths)];
  return paths.map((p) => (p.fillRule === 'nonzero' ? unitedPath(p) : combine('union', [p])));
}

/** The lights or the shades of a rim, cut to the side of the outline that it lies on. */
function toned(rim: Rim, tone: RimNode['tone'], hex: string, opacity: number, blend: BlendMode): SceneNode {
  const node: RimNode = { type: 'rim', rim, tone, colour: parseHex(hex), opacity: 1, blend: 'normal' };
  const laid = { opacity, blend, isolated: true, bodiless: true };
  if (rim.side === 'both') return groupNode([node], laid);
  if (rim.side === 'inside') return groupNode([node], { ...laid, clip: rim.path });
  const own = filledWith(rim.path, { kind: 'solid', colour: [1, 1, 1, 1] });
  return groupNode([node], { ...laid, mask: { children: [own], by: 'outside' } });
}

/** A rim along the outline that catches the light: its height follows the exact distance to the outline. */
export const bevel = defineFinish<Bevel>({
  kind: 'bevel',
  label: 'Bevel',
  about: 'A rim along the outline that catches the light of the lamp.',
  alsoKnown: ['emboss', 'chamfer', 'relief', 'engrave'],
  fields: [
    choice('side', 'Lies', 'Where the rim lies against the outline.', {
      inside: 'Inside',
      outside: 'Outside',
      both: 'Astride',
    } satisfies Readonly<Record<Rim['side'], string>>),
    choice('of', 'Of', 'What has a rim of its own.', {
      pieces: 'Each piece',
      outline: 'All as one',
      whole: 'With strokes and thickness',
    }),
    size('width', 'Width', 'From where the rim begins to rise to where it ends.'),
    length('rise', 'Height', 'Of the rim; below 0 it is sunk.', -10_000, 10_000),
    choice('profile', 'Profile', 'How it rises.', {
      chamfer: 'Straight',
      round: 'Bulging',
      cove: 'Hollow',
      step: 'In steps',
      own: 'Own curve',
    } satisfies Readonly<Record<RimProfile, string>>),
    later(
      onlyIf('profile', 'own', curve('curve', 'Own curve', 'Heights from where the rim begins to its end.')),
      ownCurve,
    ),
    share('softness', 'Soft ends', 'Share of the width over which it begins and ends softly.'),
    colour('lightColour', 'Lights', 'Colour of what faces the lamp.'),
    share('lightOpacity', 'Strength of lights', 'How much of the lights shows.'),
    { ...blendField('Of the lights.'), name: 'lightBlend', label: 'Lights blend' },
    colour('shadeColour', 'Shades', 'Colour of what is turned away.'),
    share('shadeOpacity', 'Strength of shades', 'How much of the shades shows.'),
    { ...blendField('Of the shades.'), name: 'shadeBlend', label: 'Shades blend' },
    share('shine', 'Shine', 'How much it shines where it mirrors the lamp.'),
    number('gloss', 'Gloss', 'How narrow the shine is.', 1, 200, 1),
    ...lampFields,
  ],
  defaults: {
    side: 'inside',
    of: 'pieces',
    width: 16,
    rise: 16,
    profile: 'round',
    curve: ownCurve,
    softness: 0,
    lightColour: '#fff4d8',
    lightOpacity: 0.8,
    lightBlend: 'screen',
    shadeColour: '#0b1420',
    shadeOpacity: 0.6,
    shadeBlend: 'multiply',
    shine: 0.3,
    gloss: 24,
    ...lampDefaults,
  },
  meetsLight: followsLamp,
  supposes: ownLight,
  note: ({ width }) => (width === 0 ? 'At a width of 0 there is no rim.' : null),
  apply(painted, p) {
    if (!(p.width > 0) || p.rise === 0) return painted.nodes;
    const l = towardLamp(lampOf(p, painted.light));
    const tones = rimsOf(painted, p.of)
      .filter((path) => path.contours.length > 0)
      .flatMap((path): SceneNode[] => {
        const { side, width, profile, curve, softness, shine, gloss } = p;
        const light = [l.x, l.y, l.z] as const;
        const rim: Rim = { path, side, width, height: p.rise, profile, curve, softness, light, shine, gloss };
        return [
          toned(rim, 'shade', p.shadeColour, p.shadeOpacity, p.shadeBlend),
          toned(rim, 'light', p.lightColour, p.lightOpacity, p.lightBlend),
        ];
      });
    return [...painted.nodes, ...tones];
  },
  ...ringGrip('width'),
});
