import { combine, type Operation } from '../arrange/combine';
import { choice } from '../document/fields';
import { joinOutline } from '../outline/join';
import { asPieces } from '../outline/pieces';
import { defineHolder } from './definition';
import type { Combination } from './types';

/** What the operations are called. */
export const operationWords: Readonly<Record<Operation, string>> = {
  union: 'Union',
  subtract: 'Subtract',
  intersect: 'Intersect',
  exclude: 'Exclude',
};

/** One outline from those of all parts inside, by a boolean operation. */
export const combination = defineHolder<Combination>({
  kind: 'combine',
  label: 'Combination',
  about: 'One outline from those of all parts inside.',
  alsoKnown: ['boolean', 'merge', 'compound'],
  fields: [choice('operation', 'Operation', 'How the parts become one outline.', operationWords)],
  defaults: { operation: 'union' },
  painted: true,
  outline: (members, { operation }) =>
    members.length
      ? asPieces([
          combine(
            operation,
            members.map((m) => joinOutline(m.outline)),
          ),
        ])
      : [],
});
