import { isToWorkBy } from '../../document/painted';
import type { Design } from '../../document/types';
import { pathBounds, transformPath } from '../../geometry/path';
import { joinOutline } from '../../outline/join';
import { evaluatePart } from '../../scene/evaluate';
import type { Edited } from '../edited';
import { familyOf, sheetOf, worldOf } from '../tree';
import { lightFaults } from './light';
import { doubles, nearMisses, nearTouches } from './pairs';
import { leftovers, pathFaults, slivers } from './single';
import type { Finding, Laid, TidyFault } from './types';

export { faultKinds, type TidyFault } from './types';

/** Most faults that are told at once. */
const mostFaults = 300;

function find(design: Design, sheetId: string, tolerance: number): Finding[] {
  const { parts, lamp } = sheetOf(design, sheetId);
  const all = parts.flatMap((id) => familyOf(design, id));
  const parents = new Map(
    Object.values(design.parts).flatMap((p) => p.children.map((c) => [c, p.id] as const)),
  );
  const empty = new Set<string>();
  const laid: Laid[] = [];
  const shown: Laid[] = [];
  for (const id of all) {
    const part = design.parts[id];
    const outline = joinOutline(evaluatePart(design, part).outline);
    const path = transformPath(outline, worldOf(design, id));
    const bounds = pathBounds(path);
    if (!bounds) {
      empty.add(id);
      continue;
    }
    if (part.hidden) continue;
    const lies = { id, name: part.name, parent: parents.get(id) ?? null, path, bounds };
    shown.push(lies);
    // What holds others is told by them; pieces abut by their nature.
    if (!part.children.length && part.source.kind !== 'piece') laid.push(lies);
  }
  const pairs = doubles(design, sheetId, laid);
  const doubled = new Set(pairs.map((f) => f.parts[1]));
  const single = laid.filter((l) => !doubled.has(l.id) && !isToWorkBy(design.parts[l.id]));
  return [
    ...pairs,
    ...leftovers(design, sheetId, all, empty),
    ...pathFaults(design, sheetId, all, tolerance),
    ...slivers(design, single, tolerance / 4),
    ...nearTouches(design, single, tolerance),
    ...nearMisses(single, tolerance),
    ...lightFaults(design, lamp, shown, (id) => worldOf(design, id)),
  ].slice(0, mostFaults);
}

/**
 * Faults of a sheet: doubles, leftovers, open ends, stray and needless points, slivers, and
 * whatever misses its neighbour by no more than `tolerance` sheet units, and lights that disagree. The worst kinds come first.
 */
export const tidyFaults = (design: Design, sheetId: string, tolerance: number): TidyFault[] =>
  find(design, sheetId, tolerance).map(({ mend: _, ...fault }) => fault);

/**
 * Mends faults by their ids, or all that can be mended unseen. After each mending the rest is looked for anew, so that one does
 * not undo another; a fault that only its recipe could mend stays.
 */
export function mendFaults(
  design: Design,
  sheetId: string,
  tolerance: number,
  ids: readonly string[] | 'all',
): Edited {
  let out = design;
  const tried = new Set<string>();
  for (let i = 0; i < 2 * mostFaults; i++) {
    const next = find(out, sheetId, tolerance).find(
      (f) => !tried.has(f.id) && (ids === 'all' ? !f.seen : ids.includes(f.id)),
    );
    if (!next) break;
    tried.add(next.id);
    out = next.mend(out);
  }
  return { design: out, chosen: [] };
}
