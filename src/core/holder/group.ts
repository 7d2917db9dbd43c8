import { identity } from '../geometry/matrix';
import { defineHolder, type HolderContext, type Member } from './definition';
import { joinOutline } from './join';

interface Group {
  /** Whether the topmost part, instead of being painted, shows of the others what lies in it. */
  readonly clip?: boolean;
}

/** Whether the topmost part clips: it must be shown and leave something to clip. */
const clips = (members: readonly Member[], { clip }: Group, { part }: HolderContext): boolean =>
  clip === true && members.length > 1 && members.at(-1)?.part.id === part.children.at(-1);

/** Parts that are moved, hidden and repeated together; each paints itself. */
export const group = defineHolder<Group>({
  kind: 'group',
  fields: [],
  defaults: {},
  painted: false,
  outline: (members, params, context) =>
    clips(members, params, context) ? (members.at(-1)?.outline ?? []) : members.flatMap((m) => m.outline),
  nodes(members, params, context) {
    const nodes = members.map((m) => m.node);
    if (!clips(members, params, context)) return nodes;
    return [
      {
        type: 'group',
        children: nodes.slice(0, -1),
        matrix: identity,
        opacity: 1,
        blend: 'normal',
        isolated: false,
        clip: joinOutline(members.at(-1)?.outline ?? []),
      },
    ];
  },
});
