import { roughness } from '../bend/roughness';
import { count, length } from '../document/fields';
import { spend } from '../geometry/budget';
import { boundsMiddle } from '../geometry/path';
import { defineBend } from './bend';
import { StepFault } from './definition';

interface RoughEdge {
  /** How far places are moved, as a root mean square. */
  readonly amount: number;
  /** From one bump to the next, about. */
  readonly size: number;
  readonly seed: number;
}

/** Least length of a bump against how far places move: below it most of the outline would fold. */
const leastSize = 0.01;

/** Most bumps from one side to the other: each takes some pieces of the outline. */
const mostBumps = 2000;

/** Uneven edges by chance: the same at every size it is drawn at, and alike where parts abut. */
export const roughEdge = defineBend<RoughEdge>({
  kind: 'rough-edge',
  label: 'Rough edge',
  about: 'Edges uneven by chance, alike where pieces abut, the same at every size.',
  alsoKnown: ['roughen', 'jitter', 'hand-cut', 'noise', 'distress'],
  fields: [
    length('amount', 'Amount', 'How far the edge strays, as a root mean square.', 0),
    length('size', 'Size', 'From one bump to the next, about.', 0),
    count('seed', 'Chance', 'Another number, another edge.', 0, 9999),
  ],
  defaults: { amount: 3, size: 24, seed: 1 },
  map(p, { bounds: b }) {
    if (p.amount === 0) return null;
    if (!(p.size > leastSize * p.amount))
      throw new StepFault('Bumps must have a size: give them one above 0.');
    spend(
      Math.max(b.x1 - b.x0, b.y1 - b.y0) / p.size,
      mostBumps,
      'There would be',
      'bumps in a row; the most is',
    );
    return roughness(p.amount, p.size, p.seed);
  },
  note: (_, p) =>
    p.amount > 0 && p.size < 5 * p.amount
      ? 'It strays so far over bumps so small that the edge crosses itself: lower the amount or raise the size.'
      : null,
  suited(b) {
    const size = Math.max(b.x1 - b.x0, b.y1 - b.y0);
    return {
      size: Math.max(0.5, Number((size / 16).toPrecision(2))),
      amount: Number((size / 200).toPrecision(2)),
    };
  },
  handles(p, { bounds }) {
    const from = boundsMiddle(bounds);
    return [{ id: 'size', sets: ['size'], x: from.x + p.size, y: from.y, from }];
  },
  drag: (_, __, to, { bounds }) => ({ params: { size: Math.max(0, to.x - boundsMiddle(bounds).x) } }),
});
