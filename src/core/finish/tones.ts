import { parseHex } from '../colour/colour';
import type { ToneStep } from '../colour/tones';
import { colour, count, number, onlyIf, share } from '../document/fields';
import { filterNode } from '../scene/filter-node';
import { groupNode } from '../scene/group-node';
import type { SceneNode, TonesFilter } from '../scene/types';
import { defineFinish } from './definition';

const through = (nodes: readonly SceneNode[], filter: Omit<TonesFilter, 'kind'>): readonly SceneNode[] =>
  nodes.length ? [filterNode({ kind: 'tones', ...filter }, [groupNode(nodes)])] : nodes;

interface Threshold {
  readonly level: number;
  readonly softness: number;
  readonly dark: string;
  readonly light: string;
}

const softnessField = share('softness', 'Softness', 'Tones over which one colour goes over into the next.');

const twoSteps = (p: Threshold): ToneStep[] => [
  { from: 0, colour: parseHex(p.dark) },
  { from: p.level, colour: parseHex(p.light) },
];

/** Two colours: one for all that is darker than a tone, one for all that is lighter. */
export const threshold = defineFinish<Threshold>({
  kind: 'threshold',
  label: 'Threshold',
  about:
    'Two colours: one for what is darker than a tone, one for what is lighter; its edge is crisp at every size.',
  alsoKnown: ['black and white', 'cutout', 'bitmap', 'high contrast'],
  fields: [
    share('level', 'Level', 'The tone between the two.'),
    softnessField,
    colour('dark', 'Dark', 'The colour of what is darker.'),
    colour('light', 'Light', 'The colour of what is lighter.'),
  ],
  defaults: { level: 0.5, softness: 0, dark: '#1f2b38', light: '#ffffff' },
  apply: ({ nodes }, p) => through(nodes, { softness: p.softness, steps: twoSteps(p) }),
  toneMarks: (p) => [p.level],
  toneSteps: twoSteps,
});

interface LevelsFinish {
  readonly black: number;
  readonly white: number;
  readonly gamma: number;
  readonly low: number;
  readonly high: number;
}

/** Tones stretched between a black and a white point. */
export const levels = defineFinish<LevelsFinish>({
  kind: 'levels',
  label: 'Levels',
  about: 'Tones stretched between those that are to be black and white.',
  alsoKnown: ['contrast', 'brightness', 'curves', 'tone'],
  fields: [
    share('black', 'Black from', 'The tone that becomes black.'),
    share('white', 'White from', 'The tone that becomes white.'),
    number('gamma', 'Between', 'Above 1 tones between become lighter, below 1 darker.', 0.1, 10, 0.05),
    share('low', 'Darkest', 'What black becomes in the end.'),
    share('high', 'Lightest', 'What white becomes in the end.'),
  ],
  defaults: { black: 0, white: 1, gamma: 1, low: 0, high: 1 },
  apply: ({ nodes }, p) => through(nodes, { softness: 0, levels: p }),
  toneMarks: (p) => [p.black, p.white],
  note: (p) =>
    p.white <= p.black ? 'White lies no higher than black: all tones become one of the two.' : null,
  remedy: (p) =>
    p.white <= p.black
      ? { label: 'Exchange black and white', params: { black: p.white, white: p.black } }
      : null,
});

/** Most tones that a part is put down to. */
const mostTones = 8;

type Posterise = { readonly tones: number; readonly softness: number } & Readonly<
  Record<`colour${number}`, string>
>;

const usual = ['#1f2b38', '#5a4a52', '#9a6b1f', '#c08f4a', '#d9b98a', '#e8d6b6', '#f3e9d6', '#fbf9f4'];

/** The first so many colours, from the darkest up, each over as many tones. */
function stepsOf(p: Posterise): ToneStep[] {
  return Array.from({ length: p.tones }, (_, k) => ({
    from: k / p.tones,
    colour: parseHex(p[`colour${k + 1}`]),
  }));
}

/** A few tones, each with a colour of its own. */
export const posterise = defineFinish<Posterise>({
  kind: 'posterise',
  label: 'Posterise',
  about: 'Put down to a few tones, each with a colour of its own.',
  alsoKnown: ['reduce colours', 'screen print', 'flatten', 'steps'],
  fields: [
    count('tones', 'Tones', 'How many there are.', 2, mostTones),
    softnessField,
    ...usual.map((_, k) => {
      const field = colour(`colour${k + 1}`, `Tone ${k + 1}`, 'From the darkest up.');
      const from = Math.max(2, k + 1);
      return from === 2
        ? field
        : onlyIf(
            'tones',
            Array.from({ length: mostTones - from + 1 }, (_, i) => from + i),
            field,
          );
    }),
  ],
  defaults: {
    tones: 4,
    softness: 0,
    ...Object.fromEntries(usual.map((hex, k) => [`colour${k + 1}`, hex])),
  } as Posterise,
  apply: ({ nodes }, p) => through(nodes, { softness: p.softness, steps: stepsOf(p) }),
  toneMarks: (p) =>
    stepsOf(p)
      .slice(1)
      .map((s) => s.from),
  toneSteps: stepsOf,
});
