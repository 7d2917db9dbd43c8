import { type Between, betweenParts, type End } from '../blend/between';
import { pathSpine, straightSpine } from '../blend/spine';
import { choice, count, length, number, onlyIf, toggle } from '../document/fields';
import { idSchema } from '../document/id-schema';
import type { Part } from '../document/types';
import { budget, spend } from '../geometry/budget';
import { type Matrix, matrixPlace, multiply, placeMatrix, rotation, translation } from '../geometry/matrix';
import { boundsMiddle, type Path } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { outlineBounds } from '../outline/bounds';
import { joinOutline } from '../outline/join';
import { segmentsOf } from '../outline/pieces';
import type { Outline } from '../outline/types';
import { weightOf } from '../scene/weight';
import { defineHolder, type HolderContext, type Member } from './definition';
import type { Blend } from './types';

const mostCopies = 1000;

const centreOf = (outline: Outline): Point | null => {
  const b = outlineBounds(outline);
  return b && boundsMiddle(b);
};

const endOf = (m: Member): End => ({
  part: m.part,
  outline: m.outline,
  gathers: m.gathers,
  members: m.members().map(endOf),
});

/** A part moved by a matrix of its holder's coordinates. */
const movedBy = (part: Part, m: Matrix): Part => ({
  ...part,
  place: matrixPlace(multiply(m, placeMatrix(part.place))),
});

/** The in-betweens of two neighbours, the one nearest the first first. */
function betweenTwo(
  a: Member,
  b: Member,
  spinePath: Path | null,
  p: Blend,
  { part, workOut }: HolderContext,
): Between[] {
  const [from, to] = [centreOf(a.outline), centreOf(b.outline)];
  if (!from || !to) return [];
  const spine = (spinePath && pathSpine(spinePath, from, to)) ?? straightSpine(from, to);
  const n =
    p.spacing === 'count' ? p.count : Math.max(0, Math.round(spine.length / Math.max(1e-6, p.distance)) - 1);
  const each = Math.max(...[a, b].map((m) => Math.max(segmentsOf(m.outline), weightOf([m.node]))));
  spend(
    Math.min(n, mostCopies) * each,
    budget().part,
    'The parts in between would have',
    'segments; a part may have',
  );
  const make = betweenParts(endOf(a), endOf(b));
  return Array.from({ length: Math.min(n, mostCopies) }, (_, i) => {
    const t = ((i + 1) / (n + 1)) ** (4 ** p.ease);
    const { part: made, inside } = make(t);
    const copy = { ...made, id: part.id };
    const goal = spine.at(t);
    const now = centreOf(workOut(copy, inside).outline) ?? goal;
    const turn = p.turnWithSpine ? goal.turn : 0;
    const shift = multiply(
      multiply(translation(goal.x, goal.y), rotation(turn)),
      translation(-now.x, -now.y),
    );
    return turn === 0 && Math.hypot(goal.x - now.x, goal.y - now.y) < 1e-9
      ? { part: copy, inside }
      : { part: movedBy(copy, shift), inside };
  });
}

/** The members to blend and the in-betweens after each, in painting order. */
export function blendList(
  members: readonly Member[],
  p: Blend,
  context: HolderContext,
): { readonly end: Member; readonly after: readonly Between[] }[] {
  const spine = members.find((m) => m.part.id === p.spine);
  const ends = members.filter((m) => m !== spine);
  const path = spine ? joinOutline(spine.outline) : null;
  return ends.map((end, i) => ({
    end,
    after: i + 1 < ends.length ? betweenTwo(end, ends[i + 1], path, p, context) : [],
  }));
}

/** Outlines and nodes of a blend come from the same in-betweens: they are kept from one to the other. */
const workedOutOf = new WeakMap<readonly Member[], ReturnType<HolderContext['workOut']>[]>();

function workedOut(members: readonly Member[], p: Blend, context: HolderContext) {
  let list = workedOutOf.get(members);
  if (!list) {
    list = blendList(members, p, context).flatMap(({ end, after }) => [
      end,
      ...after.map((b) => context.workOut(b.part, b.inside)),
    ]);
    workedOutOf.set(members, list);
  }
  return list;
}

/** Parts that pass into one another: shape, colours, widths and places run evenly from end to end. */
export const blend = defineHolder<Blend>({
  kind: 'blend',
  label: 'Blend',
  about: 'Parts that pass into one another: shape, colours, widths and places run evenly.',
  alsoKnown: ['morph', 'interpolate', 'in-betweens'],
  fields: [
    choice('spacing', 'Given by', 'The number of in-betweens or the distance between them.', {
      count: 'Copies',
      distance: 'Distance',
    }),
    onlyIf(
      'spacing',
      'count',
      count('count', 'Copies', 'In-betweens from one part to the next.', 0, mostCopies),
    ),
    onlyIf('spacing', 'distance', length('distance', 'Distance', 'From middle to middle.', 0.01)),
    number('ease', 'Crowding', 'Towards the first part above 0, towards the last below.', -1, 1, 0.05),
    toggle('turnWithSpine', 'Turn with the path', 'Whether copies turn as the path does.'),
  ],
  defaults: { spacing: 'count', count: 6, distance: 20, ease: 0, turnWithSpine: false, spine: null },
  painted: false,
  schema: (joi) => ({
    spine: joi
      .alternatives(joi.valid(null), idSchema(joi))
      .required()
      .description('Id of the member that copies follow, or `null` for the straight way.'),
  }),
  // The spine is a member that is neither painted nor part of the outline.
  references: ({ spine }) => (spine ? [{ id: spine, beside: false }] : []),
  withReferences: (p, rename) => (p.spine ? { ...p, spine: rename(p.spine) } : p),
  outline: (members, p, context) => workedOut(members, p, context).flatMap((m) => m.outline),
  nodes: (members, p, context) => workedOut(members, p, context).map((m) => m.node),
});
