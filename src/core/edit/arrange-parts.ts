import type { Operation } from '../arrange/combine';
import { makeCoat, makeId, makePart } from '../document/create';
import type { Design, Part } from '../document/types';
import { invert, matrixPlace, multiply, placeMatrix } from '../geometry/matrix';
import type { Bounds } from '../geometry/path';
import type { CardRef } from './gesture/types';
import { jointBounds, ownBox, sheetBounds } from './pick';
import { moveParts, scaleOwn, scaleParts } from './transform';
import { childrenOf, familyOf, frameOf, parentOf, topmost, withChildren, withPart } from './tree';

/** What a command leaves: the design, and what is chosen after it. */
export interface Edited {
  readonly design: Design;
  readonly chosen: readonly string[];
  /** The card that is chosen, where it is a new one. */
  readonly card?: CardRef;
}

/** Parts in the order they are painted among their siblings. */
function inOrder(design: Design, sheetId: string, ids: readonly string[]): string[] {
  const wanted = new Set(topmost(design, ids));
  const parent = ids.length ? parentOf(design, ids[0]) : null;
  const level = childrenOf(design, sheetId, parent);
  const here = level.filter((id) => wanted.has(id));
  return [...here, ...[...wanted].filter((id) => !here.includes(id))];
}

/** The same part seen from another parent: it stays where it is on the sheet. */
function rehome(design: Design, id: string, parent: string | null): Part {
  const part = design.parts[id];
  const from = parentOf(design, id);
  if (from === parent) return part;
  const back = invert(frameOf(design, parent));
  if (!back) return part;
  return {
    ...part,
    place: matrixPlace(multiply(back, multiply(frameOf(design, from), placeMatrix(part.place)))),
  };
}

function takeOut(design: Design, sheetId: string, ids: readonly string[]): Design {
  let out = design;
  for (const id of ids) {
    const parent = parentOf(out, id);
    out = withChildren(
      out,
      sheetId,
      parent,
      childrenOf(out, sheetId, parent).filter((c) => c !== id),
    );
  }
  return out;
}

function wrap(design: Design, sheetId: string, ids: readonly string[], holder: Part): Edited {
  const members = inOrder(design, sheetId, ids);
  const parent = parentOf(design, members[members.length - 1]);
  const level = childrenOf(design, sheetId, parent);
  const at = level
    .filter((id) => !members.includes(id) || id === members[members.length - 1])
    .indexOf(members[members.length - 1]);
  let out = design;
  for (const id of members) out = withPart(out, rehome(design, id, parent));
  out = takeOut(out, sheetId, members);
  const rest = childrenOf(out, sheetId, parent);
  const part = { ...holder, children: members };
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
function lookOf(design: Design, id: string): Pick<Part, 'coats' | 'finishes'> {
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
    const known = Object.values(combinationNames).includes(part.name);
    const name = known ? combinationNames[operation] : part.name;
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

/** Takes groups and combinations apart; their parts stay where they are. */
export function releaseParts(design: Design, sheetId: string, ids: readonly string[]): Edited {
  let out = design;
  const chosen: string[] = [];
  for (const id of topmost(design, ids)) {
    const part = out.parts[id];
    if (!part?.children.length) {
      chosen.push(id);
      continue;
    }
    const parent = parentOf(out, id);
    const level = childrenOf(out, sheetId, parent);
    const at = level.indexOf(id);
    const members = part.children.map((c) => {
      const moved = rehome(out, c, parent);
      // Members of a combination have looks of their own only if they were given some.
      return part.source.kind === 'combine' && !moved.coats.length && !moved.children.length
        ? { ...moved, coats: part.coats }
        : moved;
    });
    const { [id]: _, ...rest } = out.parts;
    out = { ...out, parts: rest };
    for (const m of members) out = withPart(out, m);
    out = withChildren(out, sheetId, parent, [
      ...level.slice(0, at),
      ...part.children,
      ...level.slice(at + 1),
    ]);
    chosen.push(...part.children);
  }
  return { design: out, chosen };
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

/** A part and all inside it under fresh ids, as a list with the part first. */
export function copyFamily(parts: Readonly<Record<string, Part>>, id: string): Part[] {
  const part = parts[id];
  const inside = part.children.map((c) => copyFamily(parts, c));
  const fresh = <T extends { id: string }>(list: readonly T[]): T[] =>
    list.map((x) => ({ ...x, id: makeId() }));
  return [
    {
      ...part,
      id: makeId(),
      children: inside.map((f) => f[0].id),
      steps: fresh(part.steps),
      coats: fresh(part.coats),
      finishes: fresh(part.finishes),
    },
    ...inside.flat(),
  ];
}

/** A copied family whose first part has a name no part has yet. */
function renamed(design: Design, [top, ...inside]: Part[]): Part[] {
  return [{ ...top, name: freeName(design, top.name.replace(/ \d+$/, '')) }, ...inside];
}

/** Copies parts in place, each right above its original. */
export function duplicateParts(design: Design, sheetId: string, ids: readonly string[]): Edited {
  let out = design;
  const chosen: string[] = [];
  for (const id of topmost(design, ids)) {
    const family = renamed(out, copyFamily(out.parts, id));
    const parent = parentOf(out, id);
    const level = childrenOf(out, sheetId, parent);
    const at = level.indexOf(id) + 1;
    for (const p of family) out = withPart(out, p);
    out = withChildren(out, sheetId, parent, [...level.slice(0, at), family[0].id, ...level.slice(at)]);
    chosen.push(family[0].id);
  }
  return { design: out, chosen };
}

/** Puts copied parts on a sheet, on top of what is there. */
export function pasteParts(
  design: Design,
  sheetId: string,
  parent: string | null,
  parts: Readonly<Record<string, Part>>,
  top: readonly string[],
): Edited {
  let out = design;
  const chosen: string[] = [];
  for (const id of top) {
    if (!parts[id]) continue;
    const family = renamed(out, copyFamily(parts, id));
    for (const p of family) out = withPart(out, p);
    chosen.push(family[0].id);
  }
  return {
    design: withChildren(out, sheetId, parent, [...childrenOf(out, sheetId, parent), ...chosen]),
    chosen,
  };
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
  if (parent && !['group', 'combine'].includes(design.parts[parent]?.source.kind))
    return { design, chosen: ids };
  const level = childrenOf(design, sheetId, parent);
  const before = level.slice(0, index).filter((id) => !members.includes(id)).length;
  let out = design;
  for (const id of members) out = withPart(out, rehome(design, id, parent));
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

export const alignments = ['left', 'centre', 'right', 'top', 'middle', 'bottom'] as const;
export type Alignment = (typeof alignments)[number];

const alignedAt: Record<Alignment, (b: Bounds) => { axis: 'x' | 'y'; at: number }> = {
  left: (b) => ({ axis: 'x', at: b.x0 }),
  centre: (b) => ({ axis: 'x', at: (b.x0 + b.x1) / 2 }),
  right: (b) => ({ axis: 'x', at: b.x1 }),
  top: (b) => ({ axis: 'y', at: b.y0 }),
  middle: (b) => ({ axis: 'y', at: (b.y0 + b.y1) / 2 }),
  bottom: (b) => ({ axis: 'y', at: b.y1 }),
};

/** Aligns parts with each other by their outlines; a single part with the sheet. */
export function alignParts(design: Design, sheetId: string, ids: readonly string[], how: Alignment): Edited {
  const members = topmost(design, ids);
  const sheet = design.sheets.find((s) => s.id === sheetId);
  const ground =
    members.length > 1 || !sheet
      ? jointBounds(design, members)
      : { x0: 0, y0: 0, x1: sheet.width, y1: sheet.height };
  if (!ground) return { design, chosen: ids };
  const goal = alignedAt[how](ground);
  let out = design;
  for (const id of members) {
    const b = sheetBounds(out, id);
    if (!b) continue;
    const shift = goal.at - alignedAt[how](b).at;
    out = moveParts(out, [id], goal.axis === 'x' ? shift : 0, goal.axis === 'y' ? shift : 0);
  }
  return { design: out, chosen: ids };
}

/** Spaces three or more parts so that the gaps between their outlines are equal. */
export function distributeParts(design: Design, ids: readonly string[], axis: 'x' | 'y'): Edited {
  const [lo, hi] = axis === 'x' ? (['x0', 'x1'] as const) : (['y0', 'y1'] as const);
  const boxes = topmost(design, ids)
    .map((id) => ({ id, b: sheetBounds(design, id) }))
    .filter((e): e is { id: string; b: Bounds } => e.b !== null)
    .sort((p, q) => p.b[lo] + p.b[hi] - q.b[lo] - q.b[hi]);
  if (boxes.length < 3) return { design, chosen: ids };
  const start = boxes[0].b[lo];
  const end = boxes[boxes.length - 1].b[hi];
  const filled = boxes.reduce((sum, { b }) => sum + b[hi] - b[lo], 0);
  const gap = (end - start - filled) / (boxes.length - 1);
  let out = design;
  let at = start;
  for (const { id, b } of boxes) {
    const shift = at - b[lo];
    out = moveParts(out, [id], axis === 'x' ? shift : 0, axis === 'y' ? shift : 0);
    at += b[hi] - b[lo] + gap;
  }
  return { design: out, chosen: ids };
}

/** A name no part has yet: “Disc”, “Disc 2”, … */
export function freeName(design: Design, base: string): string {
  const taken = new Set(Object.values(design.parts).map((p) => p.name));
  if (!taken.has(base)) return base;
  for (let i = 2; ; i++) if (!taken.has(`${base} ${i}`)) return `${base} ${i}`;
}

/** Gives parts a width or a height on the sheet (one part: in its own axes) about their middle. */
export function resizeParts(design: Design, ids: readonly string[], width?: number, height?: number): Edited {
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
  const about = { x: (b.x0 + b.x1) / 2, y: (b.y0 + b.y1) / 2 };
  return {
    design: one ? scaleOwn(design, members[0], sx, sy, about) : scaleParts(design, members, sx, sy, about),
    chosen: ids,
  };
}
