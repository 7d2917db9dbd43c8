import { parseHex } from '../../colour/colour';
import { choice, colour, count, onlyIf, share, size } from '../../document/fields';
import type { Grain } from '../types';
import { definePaint } from './definition';

const fields = [
  choice('tone', ['ink', 'colour']),
  onlyIf('tone', 'ink', colour('colour')),
  size('size'),
  share('amount'),
  count('seed', 0, 1_000_000),
];

export const grain = definePaint<Grain>({
  kind: 'grain',
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
