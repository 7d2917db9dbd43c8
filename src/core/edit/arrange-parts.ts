import type { Operation } from '../arrange/combine';
import { makeCoat, makeId, makePart } from '../document/create';
import type { Design, Part } from '../document/types';
import { invert, matrixPlace, multiply, placeMatrix } from '../geometry/matrix';
import type { Point } from '../geometry/vector';
import { holdsParts } from '../holder';
import { type Edited, freeName } from './edited';
import { jointBounds, ownBox } from './pick';
import { scaleOwn, scaleParts } from './transform';
import {
  childrenOf,
  familyOf,
  frameOf,
  parentOf,
  ridesWith,
  topmost,
  withChildren,
  withPart,
  withParts,
} from './tree';

/** Parts in the order they are painted among their siblings. */
export function inOrder(design: Design, sheetId: string, ids: readonly string[]): string[] {
  const wanted = new Set(topmost(design, ids));
  const parent = ids.length ? parentOf(design, ids[0]) : null;
  const level = childrenOf(design, sheetId, parent);
  const here = level.filter((id) => wanted.has(id));
  for (const id of here) wanted.delete(id);
  return [...here, ...wanted];
}

/**
 * The same part seen from another parent: it stays where it is on the sheet. `company` are the parts
 * that go with it; a piece among what it is cut from is placed by that already.
 */
export function rehome(
  design: Design,
  id: string,
  parent: string | null,
  company: readonly string[] = [],
): Part {
  const part = design.parts[id];
  const from = parentOf(design, id);
  if (from === parent) return part;
  const back = invert(frameOf(design, parent));
  if (!back) return part;
  const change = multiply(back, frameOf(design, from));
  const moved = multiply(change, placeMatrix(part.place));
  const undo = ridesWith(part, company) ? invert(change) : null;
  return { ...part, place: matrixPlace(undo ? multiply(moved, undo) : moved) };
}

function takeOut(design: Design, sheetId: string, ids: readonly string[]): Design {
  const gone = new Set(ids);
  const levels = new Set(ids.map((id) => parentOf(design, id)));
  return [...levels].reduce(
    (out, parent) =>
      withChildren(
        out,
        sheetId,
        parent,
        childrenOf(out, sheetId, parent).filter((c) => !gone.has(c)),
      ),
    design,
  );
}

/** Puts parts into a holder where the topmost of them stood. */
export function wrap(design: Design, sheetId: string, ids: readonly string[], holder: Part): Edited {
  const members = inOrder(design, sheetId, ids);
  const parent = parentOf(design, members[members.length - 1]);
  const level = childrenOf(design, sheetId, parent);
  const last = members[members.length - 1];
  const inside = new Set(members);
  const at = level.filter((id) => !inside.has(id) || id === last).indexOf(last);
  let out = design;
  out = withParts(
    out,
    members.map((id) => rehome(design, id, parent, members)),
  );
  out = takeOut(out, sheetId, members);
  const rest = childrenOf(out, sheetId, parent);
  const part = { ...holder, name: freeName(design, holder.name), children: members };
  out = withPart(out, part);
  out = withChildren(out, sheetId, parent, [...rest.slice(0, at), part.id, ...rest.slice(at)]);
  return { design: out, chosen: [part.id] };
}

/** Puts parts into one group where the topmost stood. */
export function groupParts(design: Design, sheetId: string, ids: readonly string[]): Edited {
  if (!ids.length) return { design, chosen: ids };
  return wrap(design, sheetId, ids, makePart({ kind: 'group' }, { name: 'Group' }));
}

/**
 * Groups parts so that the topmost clips the others. With a single group chosen, its clipping is
 * switched on or off.
 */
export function clipParts(design: Design, sheetId: string, ids: readonly string[]): Edited {
  const one = ids.length === 1 ? design.parts[ids[0]] : null;
  if (one?.source.kind === 'group') {
    const source = { kind: 'group' as const, ...(one.source.clip ? {} : { clip: true }) };
    return { design: withPart(design, { ...one, source }), chosen: ids };
  }
  if (ids.length < 2) return { design, chosen: ids };
  return wrap(design, sheetId, ids, makePart({ kind: 'group', clip: true }, { name: 'Clip' }));
}

const combinationNames: Record<Operation, string> = {
  union: 'Union',
  subtract: 'Cut-out',
  intersect: 'Overlap',
  exclude: 'Exclusion',
};

/** The first look found on a part or inside it. */
export function lookOf(design: Design, id: string): Pick<Part, 'coats' | 'finishes'> {
  for (const member of familyOf(design, id)) {
    const { coats, finishes } = design.parts[member];
    if (coats.length) return { coats, finishes };
  }
  return { coats: [makeCoat('fill')], finishes: [] };
}

/**
 * Combines parts live; they stay inside, movable. The result takes the look of the lowest. With
 * a single combination chosen, only its operation is switched.
 */
export function combineParts(
  design: Design,
  sheetId: string,
  ids: readonly string[],
  operation: Operation,
): Edited {
  if (ids.length === 1) {
    const part = design.parts[ids[0]];
    if (part?.source.kind !== 'combine') return { design, chosen: ids };
    const known = Object.values(combinationNames).includes(part.name.replace(/ \d+$/, ''));
    const name = known ? freeName(design, combinationNames[operation]) : part.name;
    return {
      design: withPart(design, { ...part, name, source: { kind: 'combine', operation } }),
      chosen: ids,
    };
  }
  if (ids.length < 2) return { design, chosen: ids };
  const lowest = inOrder(design, sheetId, ids)[0];
  const { coats, finishes } = lookOf(design, lowest);
  const part = makePart(
    { kind: 'combine', operation },
    {
      name: combinationNames[operation],
      coats: coats.map((c) => ({ ...c, id: makeId() })),
      finishes: finishes.map((f) => ({ ...f, id: makeId() })),
    },
  );
  return wrap(design, sheetId, ids, part);
}

/** Removes parts with all inside them; groups left empty go too. */
export function removeParts(design: Design, sheetId: string, ids: readonly string[]): Edited {
  let out = design;
  for (const id of topmost(design, ids)) {
    const parent = parentOf(out, id);
    const gone = new Set(familyOf(out, id));
    out = takeOut(out, sheetId, [id]);
    out = { ...out, parts: Object.fromEntries(Object.entries(out.parts).filter(([k]) => !gone.has(k))) };
    if (parent && !out.parts[parent].children.length) out = removeParts(out, sheetId, [parent]).design;
  }
  return { design: out, chosen: [] };
}

/** Moves parts into a parent at a place in its list, keeping where they stand on the sheet. */
export function reparentParts(
  design: Design,
  sheetId: string,
  ids: readonly string[],
  parent: string | null,
  index: number,
): Edited {
  const members = topmost(design, ids).filter((id) => !parent || !familyOf(design, id).includes(parent));
  if (parent && !(design.parts[parent] && holdsParts(design.parts[parent].source)))
    return { design, chosen: ids };
  const level = childrenOf(design, sheetId, parent);
  const before = level.slice(0, index).filter((id) => !members.includes(id)).length;
  let out = design;
  for (const id of members) out = withPart(out, rehome(design, id, parent, members));
  out = takeOut(out, sheetId, members);
  const rest = childrenOf(out, sheetId, parent);
  return {
    design: withChildren(out, sheetId, parent, [...rest.slice(0, before), ...members, ...rest.slice(before)]),
    chosen: members,
  };
}

export const orders = ['front', 'forward', 'backward', 'back'] as const;
export type Order = (typeof orders)[number];

/** Moves parts up or down among their siblings. */
export function orderParts(design: Design, sheetId: string, ids: readonly string[], order: Order): Edited {
  let out = design;
  const parents = new Set(ids.map((id) => parentOf(design, id)));
  for (const parent of parents) {
    const level = [...childrenOf(out, sheetId, parent)];
    const mine = level.filter((id) => ids.includes(id));
    const rest = level.filter((id) => !ids.includes(id));
    if (order === 'front') out = withChildren(out, sheetId, parent, [...rest, ...mine]);
    else if (order === 'back') out = withChildren(out, sheetId, parent, [...mine, ...rest]);
    else {
      const walk = order === 'forward' ? level.map((_, i) => level.length - 1 - i) : level.map((_, i) => i);
      for (const i of walk) {
        const j = order === 'forward' ? i + 1 : i - 1;
        if (j < 0 || j >= level.length || !ids.includes(level[i]) || ids.includes(level[j])) continue;
        [level[i], level[j]] = [level[j], level[i]];
      }
      out = withChildren(out, sheetId, parent, level);
    }
  }
  return { design: out, chosen: ids };
}

/** Gives parts a width or a height on the sheet (one part: in its own axes) about a place on their bounds, 0–1 each way. */
export function resizeParts(
  design: Design,
  ids: readonly string[],
  width?: number,
  height?: number,
  keep: Point = { x: 0.5, y: 0.5 },
  along = true,
): Edited {
  const members = topmost(design, ids);
  const one = members.length === 1 ? ownBox(design, members[0]) : null;
  const b = one?.bounds ?? jointBounds(design, members);
  if (!b) return { design, chosen: ids };
  const [kx, ky] = one
    ? [Math.abs(design.parts[members[0]].place.scaleX), Math.abs(design.parts[members[0]].place.scaleY)]
    : [1, 1];
  const factor = (wanted: number | undefined, size: number) =>
    wanted === undefined || size === 0 ? 1 : Math.max(1e-6, wanted / size);
  const sx = factor(width, (b.x1 - b.x0) * kx);
  const sy = factor(height, (b.y1 - b.y0) * ky);
  const about = { x: b.x0 + (b.x1 - b.x0) * keep.x, y: b.y0 + (b.y1 - b.y0) * keep.y };
  return {
    design: one
      ? scaleOwn(design, members[0], sx, sy, about, along)
      : scaleParts(design, members, sx, sy, about, along),
    chosen: ids,
  };
}
