import { makePart } from '../document/create';
import type { Design, Part } from '../document/types';
import { pathBounds } from '../geometry/path';
import { holders } from '../holder';
import { blendList } from '../holder/blend';
import type { Blend } from '../holder/types';
import { joinOutline } from '../outline/join';
import { evaluatePart, holderContextOf, membersOfPart, placedOutline } from '../scene/evaluate';
import { inOrder, wrap } from './arrange-parts';
import { copyFamily } from './copy';
import { type Edited, freeName } from './edited';
import { withPart } from './tree';

/**
 * Blends parts in painting order. `along` says that the topmost is the spine which the copies follow:
 * it becomes a construction line, and the first and the last part go to its ends.
 */
export function blendParts(design: Design, sheetId: string, ids: readonly string[], along: boolean): Edited {
  const members = inOrder(design, sheetId, ids);
  if (members.length < (along ? 3 : 2)) return { design, chosen: ids };
  const spine = along ? members[members.length - 1] : null;
  const defaults = holders.blend.defaults as Blend;
  const part = makePart({ kind: 'blend', ...defaults, spine }, { name: freeName(design, 'Blend') });
  const wrapped = wrap(design, sheetId, members, part);
  if (!spine) return wrapped;
  let out = withPart(wrapped.design, { ...wrapped.design.parts[spine], construction: true });
  const path = joinOutline(placedOutline(evaluatePart(out, out.parts[spine]), out.parts[spine]));
  const contour = path.contours[0];
  if (!contour || contour.xy.length < 8) return { ...wrapped, design: out };
  const ends: [string, number][] = [[members[0], 0]];
  if (!contour.closed) ends.push([members[members.length - 2], contour.xy.length - 2]);
  for (const [id, at] of ends) {
    const b = pathBounds(joinOutline(placedOutline(evaluatePart(out, out.parts[id]), out.parts[id])));
    if (!b) continue;
    const [dx, dy] = [contour.xy[at] - (b.x0 + b.x1) / 2, contour.xy[at + 1] - (b.y0 + b.y1) / 2];
    const p = out.parts[id];
    out = withPart(out, { ...p, place: { ...p.place, x: p.place.x + dx, y: p.place.y + dy } });
  }
  return { ...wrapped, design: out };
}

/** The parts of a blend with its in-betweens as parts of their own, lowest first, and what is inside these. */
export function blendedParts(design: Design, id: string): { readonly level: Part[]; readonly all: Part[] } {
  const part = design.parts[id];
  if (part.source.kind !== 'blend') return { level: [], all: [] };
  const members = membersOfPart(design, part);
  const all: Part[] = [];
  const level = blendList(members, part.source, holderContextOf(design, part)).flatMap(
    ({ end, after }, i) => [
      design.parts[end.part.id],
      ...after.map((between, k): Part => {
        const named = { ...between.part, name: `${part.name} ${i + 1}.${k + 1}` };
        const family = copyFamily({ ...between.inside, [named.id]: named }, named.id);
        all.push(...family);
        return family[0];
      }),
    ],
  );
  return { level, all };
}
