import { parseHex } from '../../colour/colour';
import { choice, colour, count, onlyIf, share, size } from '../../document/fields';
import type { Grain } from '../types';
import { definePaint } from './definition';

const fields = [
  choice('tone', 'Grains of', 'One ink, or colours by chance.', { ink: 'Ink', colour: 'Colour' }),
  onlyIf('tone', 'ink', colour('colour', 'Colour', 'Of the ink.')),
  size('size', 'Size', 'Side of a grain.'),
  share('amount', 'Amount', 'Greatest opacity of a grain.'),
  count('seed', 'Chance number', 'Another number gives another chance.', 0, 1_000_000),
];

export const grain = definePaint<Grain>({
  kind: 'grain',
  label: 'Grain',
  about: 'Fine specks, the same at every size.',
  alsoKnown: ['noise', 'texture'],
  defaults: { kind: 'grain', tone: 'ink', colour: '#1f2b38', size: 3, amount: 0.35, seed: 1 },
  fields: () => fields,
  stored: fields,
  colourAt: (p) => p.colour,
  cover: (p, { bounds }) =>
    p.size > 0
      ? {
          kind: 'nodes',
          nodes: [
            {
              type: 'grain',
              bounds,
              size: p.size,
              amount: p.amount,
              ink: p.tone === 'ink' ? parseHex(p.colour) : null,
              seed: p.seed,
              opacity: 1,
              blend: 'normal',
            },
          ],
        }
      : null,
  fault: (p) => (p.size > 0 ? null : 'Grains need a size above 0.'),
});
