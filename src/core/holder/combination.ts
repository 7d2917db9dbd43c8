import { combine, operations } from '../arrange/combine';
import { choice } from '../document/fields';
import { joinOutline } from '../outline/join';
import { asPieces } from '../outline/pieces';
import { defineHolder } from './definition';
import type { Combination } from './types';

/** One outline from those of all parts inside, by a boolean operation. */
export const combination = defineHolder<Combination>({
  kind: 'combine',
  fields: [choice('operation', operations)],
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
