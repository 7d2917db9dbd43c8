import { joinOutline } from '../outline/join';
import { layered } from '../scene/below';
import { groupNode } from '../scene/group-node';
import { defineHolder, type HolderContext, type Member } from './definition';
import type { Group } from './types';

/** Whether the topmost part clips: it must be shown and leave something to clip. */
const clips = (members: readonly Member[], { clip }: Group, { part }: HolderContext): boolean =>
  clip === true && members.length > 1 && members.at(-1)?.part.id === part.children.at(-1);

/** What of the topmost part clips. */
export const clipWords: Readonly<Record<NonNullable<Group['clipBy']>, string>> = {
  shape: 'Shape',
  alpha: 'Alpha',
  luminance: 'Luminance',
  outside: 'Outside',
};

/** How far blend modes of the members reach. */
export const holdWords: Readonly<Record<NonNullable<Group['holds']>, string>> = {
  plain: 'Plain',
  isolated: 'Isolated',
  'knock-out': 'Knock out',
};

/** Parts that are moved, hidden and repeated together; each paints itself. */
export const group = defineHolder<Group>({
  kind: 'group',
  label: 'Group',
  about: 'Parts that are moved, hidden and repeated together.',
  alsoKnown: ['collect'],
  fields: [],
  schema: (joi) => ({
    clip: joi
      .boolean()
      .description(
        'Whether the topmost part, instead of being painted, shows of the others what lies in it.',
      ),
    clipBy: joi
      .valid(...Object.keys(clipWords))
      .description(
        'What of the topmost part clips: its outline, how opaque or how light it is painted, or all but what it is painted over.',
      ),
    holds: joi
      .valid(...Object.keys(holdWords))
      .description(
        'Whether blend modes inside reach what lies under the group, each other only, or nothing: in a knock-out group each member takes out what lies under it.',
      ),
  }),
  defaults: {},
  painted: false,
  gathers: true,
  outline: (members, params, context) =>
    clips(members, params, context)
      ? params.clipBy === 'outside'
        ? members.slice(0, -1).flatMap((m) => m.outline)
        : (members.at(-1)?.outline ?? [])
      : members.flatMap((m) => m.outline),
  nodes(members, params, context) {
    const { clipBy = 'shape', holds = 'plain' } = params;
    const clipped = clips(members, params, context);
    const shown = layered(clipped ? members.slice(0, -1) : members);
    const held =
      holds === 'plain' ? shown : [groupNode(shown, { isolated: true, knockout: holds === 'knock-out' })];
    if (!clipped) return held;
    const top = members.at(-1);
    return [
      clipBy === 'shape'
        ? groupNode(held, { clip: joinOutline(top?.outline ?? []) })
        : groupNode(held, { mask: { children: top ? [top.node] : [], by: clipBy } }),
    ];
  },
});
