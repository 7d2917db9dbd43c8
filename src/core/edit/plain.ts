import { piecesOf } from '../arrange/separate';
import { keepPaint } from '../coat';
import type { Coat } from '../coat/types';
import { makeId, makeSource } from '../document/create';
import type { Design, Part } from '../document/types';
import { type Bounds, type Path, pathBounds } from '../geometry/path';
import { isGroup } from '../holder';
import { standInPaths } from '../lettering/stand-ins';
import { outlineBounds } from '../outline/bounds';
import { joinOutline } from '../outline/join';
import { asPieces } from '../outline/pieces';
import type { Outline } from '../outline/types';
import { evaluatePart, siblingsOfPart } from '../scene/evaluate';
import type { Edited } from './edited';
import { layoutOnSheet } from './lettering';
import { nothing, withLettering, withPieces } from './letters';
import { childrenOf, familyOf, parentOf, topmost, withChildren, withParts } from './tree';

/** The numbers that a path source keeps of a path. */
export const numbersOf = (path: Path) => ({
  contours: path.contours.map(({ xy, closed }) => ({ xy: Array.from(xy), closed })),
  fillRule: path.fillRule,
});

/** A part that draws a path of its own in place of its recipe; its look stays. */
export const asPath = (part: Part, path: Path): Part => ({
  ...part,
  source: makeSource('path', numbersOf(path)),
  steps: [],
  children: [],
});

function without(design: Design, ids: readonly string[]): Design {
  const gone = new Set(ids);
  return {
    ...design,
    parts: Object.fromEntries(Object.entries(design.parts).filter(([id]) => !gone.has(id))),
  };
}

/** Parts whose recipes can be worked out into one path: groups are taken by their members. */
function workable(design: Design, ids: readonly string[]): string[] {
  return topmost(design, ids).flatMap((id) => {
    const part = design.parts[id];
    return isGroup(part.source) ? workable(design, part.children) : [id];
  });
}

/**
 * Turns recipes into plain paths: sources, steps and what is inside give way to the outline they
 * come to. Coats and finishes stay live. Groups stay groups, their members become paths.
 */
export function plainParts(design: Design, ids: readonly string[]): Edited {
  let out = design;
  for (const id of workable(design, ids)) {
    const part = out.parts[id];
    const path = joinOutline(evaluatePart(out, part).outline);
    const inside = familyOf(out, id).filter((f) => f !== id);
    out = without(out, inside);
    out = { ...out, parts: { ...out.parts, [id]: asPath(part, path) } };
  }
  return { design: out, chosen: ids };
}

/** Parts of their own for outlines of a part within `bounds`, that look as they did in the whole. */
function partsFor(
  part: Part,
  bounds: Bounds,
  outlines: readonly { path: Path; name: string; colour?: string }[],
): Part[] {
  // A colour of its own is what fills have of a piece.
  const paintOf = (c: Coat, colour: string | undefined): Coat =>
    colour && c.kind === 'fill' ? { ...c, paint: { kind: 'solid', colour } } : c;
  return outlines.map(({ path, name, colour }) => ({
    ...part,
    id: makeId(),
    name,
    source: makeSource('path', numbersOf(path)),
    steps: part.steps.map((c) => ({ ...c, id: makeId() })),
    children: [],
    coats: part.coats.map((c) => ({
      ...paintOf(keepPaint(c, bounds, pathBounds(path) ?? bounds), colour),
      id: makeId(),
    })),
    finishes: part.finishes.map((f) => ({ ...f, id: makeId() })),
  }));
}

/** What an outline falls into: its pieces where they have colours of their own, else what hangs together. */
const apart = (outline: Outline, whole: Path): { path: Path; colour?: string }[] =>
  outline.some((p) => p.tint)
    ? outline.map(({ path, tint }) => ({ path, ...(tint ? { colour: tint } : {}) }))
    : piecesOf(whole).map((path) => ({ path }));

/**
 * Releases parts into the separate pieces of their outlines, each a plain path with its holes that
 * looks as it did in the whole. A part of one piece stays as it is.
 */
export function releasePieces(design: Design, sheetId: string, ids: readonly string[]): Edited {
  let out = design;
  const chosen: string[] = [];
  for (const id of workable(design, ids)) {
    const part = out.parts[id];
    const { outline } = evaluatePart(out, part);
    const whole = joinOutline(outline);
    const bounds = pathBounds(whole);
    const pieces = apart(outline, whole);
    if (!bounds || pieces.length < 2) {
      chosen.push(id);
      continue;
    }
    const outlines = pieces.map((p, i) => ({ ...p, name: `${part.name} ${i + 1}` }));
    const made = partsFor({ ...part, steps: [] }, bounds, outlines);
    const parent = parentOf(out, id);
    const level = childrenOf(out, sheetId, parent).flatMap((c) => (c === id ? made.map((m) => m.id) : [c]));
    out = without(out, familyOf(out, id));
    out = { ...out, parts: { ...out.parts, ...Object.fromEntries(made.map((m) => [m.id, m])) } };
    out = withChildren(out, sheetId, parent, level);
    chosen.push(...made.map((m) => m.id));
  }
  return { design: out, chosen };
}

/**
 * Takes letters out of lettering: each becomes a plain path, or each of its pieces does, with the steps and
 * the look of the words. Their room in the words stays empty.
 */
export function takeLettersOut(
  design: Design,
  sheetId: string,
  id: string,
  starts: readonly number[],
  piecewise: boolean,
): Edited {
  const part = design.parts[id];
  const l = part?.source;
  const bounds = part && outlineBounds(evaluatePart(design, part).outline);
  if (l?.kind !== 'lettering' || !bounds) return { design, chosen: [id] };
  const siblings = siblingsOfPart(design, part);
  const taken = layoutOnSheet(design, part, l).letters.flatMap((c) => {
    // What stands in and is one of the words goes along; what paints itself stays where it is.
    const stand = c.standIns.filter((s) => !s.own).flatMap((s) => standInPaths(s, siblings(s.by)?.outline));
    const path = joinOutline(asPieces([c.path, ...stand]));
    const staying = c.standIns.filter((s) => s.own).map((s) => s.nth);
    const pieces = c.pieces().flatMap((_, nth) => (staying.includes(nth) ? [] : [nth]));
    const { from: at, colour } = c;
    const known = { at, pieces, path, name: l.text.slice(at, c.to), ...(colour ? { colour } : {}) };
    return starts.includes(at) && path.contours.length ? [known] : [];
  });
  const outlines = taken.flatMap((letter) => {
    if (!piecewise) return [letter];
    const pieces = piecesOf(letter.path);
    const nameOf = (i: number) => (pieces.length > 1 ? `${letter.name} ${i + 1}` : letter.name);
    return pieces.map((path, i) => ({ ...letter, path, name: nameOf(i) }));
  });
  const made = partsFor(part, bounds, outlines);
  const rest = withLettering(part, (own) =>
    taken.reduce((o, { at, pieces }) => withPieces(o, at, pieces, () => nothing), own),
  );
  const parent = parentOf(design, id);
  const level = childrenOf(design, sheetId, parent).flatMap((c) =>
    c === id ? [c, ...made.map((m) => m.id)] : [c],
  );
  return {
    design: withChildren(withParts(design, [rest, ...made]), sheetId, parent, level),
    chosen: made.length ? made.map((m) => m.id) : [id],
  };
}
