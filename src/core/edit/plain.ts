import { combine } from '../arrange/combine';
import { keepPaint } from '../coat';
import { makeId, makeSource } from '../document/create';
import type { Design, Part } from '../document/types';
import { containsPoint, contourArea } from '../geometry/measure';
import { type Contour, type Path, pathBounds } from '../geometry/path';
import { joinOutline } from '../holder/join';
import { evaluatePart } from '../scene/evaluate';
import type { Edited } from './edited';
import { childrenOf, familyOf, parentOf, topmost, withChildren } from './tree';

const numbersOf = (path: Path) => ({
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
    return part.source.kind === 'group' ? workable(design, part.children) : [id];
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

/** Outer contours of a path, each with the holes that lie in it; open contours stand alone. */
export function piecesOf(path: Path): Path[] {
  const closed = { ...path, contours: path.contours.filter((c) => c.closed) };
  const open = path.contours.filter((c) => !c.closed);
  // United, outlines run clockwise and holes against them, and none crosses another.
  const { contours } = closed.contours.length ? combine('union', [closed]) : { contours: [] };
  const alone = (c: Contour): Path => ({ contours: [c], fillRule: 'nonzero' });
  const signed = contours.map((c) => ({ c, area: contourArea(c) }));
  const outer = signed.filter((s) => s.area > 0).sort((a, b) => a.area - b.area);
  const pieces = outer.map(({ c }) => ({ path: alone(c), contours: [c] }));
  for (const { c } of signed.filter((s) => s.area < 0)) {
    // The smallest outline round a hole's node is its own.
    const home = pieces.find((p) => containsPoint(p.path, { x: c.xy[0], y: c.xy[1] }));
    home?.contours.push(c);
  }
  return [
    ...pieces.map((p): Path => ({ contours: p.contours, fillRule: 'nonzero' })).toReversed(),
    ...open.map(alone),
  ];
}

/**
 * Releases parts into the separate pieces of their outlines, each a plain path with its holes that
 * looks as it did in the whole. A part of one piece stays as it is.
 */
export function releasePieces(design: Design, sheetId: string, ids: readonly string[]): Edited {
  let out = design;
  const chosen: string[] = [];
  for (const id of workable(design, ids)) {
    const part = out.parts[id];
    const whole = joinOutline(evaluatePart(out, part).outline);
    const bounds = pathBounds(whole);
    const pieces = piecesOf(whole);
    if (!bounds || pieces.length < 2) {
      chosen.push(id);
      continue;
    }
    const made = pieces.map((path, i): Part => {
      const own = pathBounds(path) ?? bounds;
      return {
        ...asPath(part, path),
        id: makeId(),
        name: `${part.name} ${i + 1}`,
        coats: part.coats.map((c) => ({ ...keepPaint(c, bounds, own), id: makeId() })),
        finishes: part.finishes.map((f) => ({ ...f, id: makeId() })),
      };
    });
    const parent = parentOf(out, id);
    const level = childrenOf(out, sheetId, parent).flatMap((c) => (c === id ? made.map((m) => m.id) : [c]));
    out = without(out, familyOf(out, id));
    out = { ...out, parts: { ...out.parts, ...Object.fromEntries(made.map((m) => [m.id, m])) } };
    out = withChildren(out, sheetId, parent, level);
    chosen.push(...made.map((m) => m.id));
  }
  return { design: out, chosen };
}
