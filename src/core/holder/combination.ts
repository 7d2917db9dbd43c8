import { combine, type Operation, operations } from '../arrange/combine';
import { choice } from '../document/fields';
import { defineHolder } from './definition';
import { joinOutline } from './join';

/** One outline from those of all parts inside, by a boolean operation. */
export const combination = defineHolder<{ readonly operation: Operation }>({
  kind: 'combine',
  fields: [choice('operation', operations)],
  defaults: { operation: 'union' },
  painted: true,
  outline: (members, { operation }) =>
    members.length
      ? [
          combine(
            operation,
            members.map((m) => joinOutline(m.outline)),
          ),
        ]
      : [],
});
