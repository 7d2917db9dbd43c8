import { angle, choice, count, length, onlyIf } from '../document/fields';
import { chanceAt } from '../geometry/chance';
import { type Matrix, multiply, rotation, translation } from '../geometry/matrix';
import { pathBounds, transformPath } from '../geometry/path';
import { mapPaths } from '../outline/pieces';
import { defineStep } from './definition';

interface Bounce {
  rule: string;
  lift: number;
  turn: number;
  letters: number;
  chance: number;
}

/** Shares of the lift and of the turn that the piece at `i` of `n` has. */
function sharesAt({ rule, letters, chance }: Bounce, i: number, n: number): [lift: number, turn: number] {
  const along = n > 1 ? (2 * i) / (n - 1) - 1 : 0;
  const phase = (2 * Math.PI * i) / Math.max(1, letters);
  switch (rule) {
    case 'alternate':
      return i % 2 ? [-1, 1] : [1, -1];
    case 'wave':
      return [Math.sin(phase), -Math.cos(phase)];
    case 'chance':
      return [chanceAt(i, chance), chanceAt(i + 7919, chance)];
    case 'rise':
      return [(along + 1) / 2, -1];
    default:
      return [1 - along * along, along];
  }
}

/** Each piece, such as a letter, raised and turned by a rule over all of them. */
export const bounce = defineStep<Bounce>({
  kind: 'bounce',
  label: 'Bounce',
  about: 'Raises and turns each piece by a rule, like lively letters.',
  alsoKnown: ['wobble', 'baseline shift'],
  fields: [
    choice('rule', 'Rule', 'How far each piece is raised and turned in its turn.', {
      alternate: 'Alternate',
      wave: 'Wave',
      chance: 'Chance',
      rise: 'Rise',
      arc: 'Arc',
    }),
    length('lift', 'Raised by', 'The most that a piece is raised.'),
    angle('turn', 'Turn', 'The most that a piece is turned.', -360, 360),
    onlyIf('rule', 'wave', count('letters', 'Letters', 'Pieces in one wave.', 2, 1000)),
    onlyIf(
      'rule',
      'chance',
      count('chance', 'Chance number', 'Another number gives another chance.', 0, 100_000),
    ),
  ],
  defaults: { rule: 'alternate', lift: 20, turn: 6, letters: 8, chance: 1 },
  apply: (outline, p) =>
    mapPaths(outline, (path, i) => {
      const b = pathBounds(path);
      if (!b) return path;
      const [lift, turn] = sharesAt(p, i, outline.length);
      const [x, y] = [(b.x0 + b.x1) / 2, (b.y0 + b.y1) / 2];
      const about: Matrix = multiply(
        multiply(translation(x, y - p.lift * lift), rotation(p.turn * turn)),
        translation(-x, -y),
      );
      return transformPath(path, about);
    }),
  note: (outline) =>
    outline.length < 2 ? 'There is one piece only: letters move where words are made into letters.' : null,
  handles: (p, { bounds: b }) => [
    {
      id: 'lift',
      x: (b.x0 + b.x1) / 2,
      y: b.y0 - p.lift,
      from: { x: (b.x0 + b.x1) / 2, y: b.y0 },
      sets: ['lift'],
    },
  ],
  drag: (_, __, to, { bounds: b }) => ({ params: { lift: b.y0 - to.y } }),
  suited: (b) => ({ lift: Math.round(0.12 * (b.y1 - b.y0)) }),
});
