import { makeCoat, makePart, makeSource } from '../document/create';
import type { Design } from '../document/types';
import { fitCubics } from '../geometry/fit';
import { applyTo, identity, invert, type Matrix } from '../geometry/matrix';
import { contourOf } from '../geometry/path';
import type { Point } from '../geometry/vector';
import type { DrawnContour } from '../source/drawn-path';
import { type Edited, freeName } from './edited';
import { drawnOnMatrix, newPlace } from './grid-plane';
import { drawnContours } from './points/carried';
import { toNodes } from './points/nodes';
import { withContours } from './points/refs';
import { childrenOf, sheetOf, withChildren, withPart, worldOf } from './tree';

/**
 * A node of a path being drawn, with the handle that leaves it, where it was dragged; the handle that
 * comes in mirrors it unless it is given.
 */
export interface DraftNode extends Point {
  readonly out: Point | null;
  readonly in?: Point;
}

const into = (n: DraftNode): Point => n.in ?? (n.out ? { x: 2 * n.x - n.out.x, y: 2 * n.y - n.out.y } : n);

/** Node and six numbers a segment, as the document keeps contours. */
export function contourNumbers(nodes: readonly DraftNode[], closed: boolean): number[] {
  if (!nodes.length) return [];
  const xy = [nodes[0].x, nodes[0].y];
  const n = closed ? nodes.length : nodes.length - 1;
  for (let i = 0; i < n; i++) {
    const a = nodes[i];
    const b = nodes[(i + 1) % nodes.length];
    const p = a.out ?? a;
    const q = into(b);
    xy.push(p.x, p.y, q.x, q.y, b.x, b.y);
  }
  return xy;
}

/** SVG path text of a draft. */
export function draftText(nodes: readonly DraftNode[], closed: boolean): string {
  const xy = contourNumbers(nodes, closed);
  if (xy.length < 8) return '';
  let d = `M${xy[0]} ${xy[1]}`;
  for (let i = 2; i < xy.length; i += 6) d += `C${xy.slice(i, i + 6).join(' ')}`;
  return d;
}

/** Places, two numbers each, through a matrix. */
export function throughNumbers(numbers: readonly number[], m: Matrix): number[] {
  const out: number[] = [];
  for (let i = 0; i < numbers.length; i += 2) {
    const p = applyTo(m, { x: numbers[i], y: numbers[i + 1] });
    out.push(p.x, p.y);
  }
  return out;
}

/** The design with a path on the sheet, about the middle of its numbers; filled where it is closed. */
function withPath(design: Design, sheetId: string, contour: DrawnContour, name: string): Edited {
  const sheet = sheetOf(design, sheetId);
  const plane = drawnOnMatrix(sheet);
  const drawn = throughNumbers(contour.xy, (plane && invert(plane)) ?? identity);
  const middle = (rest: number) => {
    const list = drawn.filter((_, i) => i % 2 === rest && Math.floor(i / 2) % 3 === 0);
    return (Math.min(...list) + Math.max(...list)) / 2;
  };
  const [x, y] = [middle(0), middle(1)];
  const xy = drawn.map((v, i) => v - (i % 2 ? y : x));
  const part = makePart(makeSource('path', { contours: [{ ...contour, xy }] }), {
    name: freeName(design, name),
    coats: [
      contour.closed ? makeCoat('fill', { paint: { kind: 'solid', colour: '#9a6b1f' } }) : makeCoat('stroke'),
    ],
    place: newPlace(sheet, identity, applyTo(plane ?? identity, { x, y })),
  });
  const ids = childrenOf(design, sheetId, null);
  return {
    design: withChildren(withPart(design, part), sheetId, null, [...ids, part.id]),
    chosen: [part.id],
  };
}

/** The design with a path drawn node by node. */
export const drawnPath = (
  design: Design,
  sheetId: string,
  nodes: readonly DraftNode[],
  closed: boolean,
  name: string,
): Edited => withPath(design, sheetId, { xy: contourNumbers(nodes, closed), closed }, name);

/** Samples of pressure that are kept. */
const pressures = 64;

/** Where a pen went, and how firmly it was pressed, 0–1. */
export type PenPoint = Point & { readonly pressure: number };

/**
 * A contour drawn freely: few cubics within `tolerance` of the pointer's way, closed where it ends within `reach` of its
 * start, the pressure kept beside it. Null for a mere dot.
 */
export function freeContour(
  points: readonly PenPoint[],
  tolerance: number,
  reach: number,
): DrawnContour | null {
  const cubics = fitCubics(points, tolerance);
  const [first, last] = [points[0], points[points.length - 1]];
  if (!cubics.length) return null;
  const closed = cubics.length > 1 && Math.hypot(first.x - last.x, first.y - last.y) <= reach;
  const { xy } = contourOf(cubics, closed);
  const uneven = points.some((p) => p.pressure !== first.pressure);
  const pressure = Array.from(
    { length: pressures },
    (_, i) => points[Math.round((i * (points.length - 1)) / (pressures - 1))].pressure,
  );
  return { xy: Array.from(xy), closed, ...(uneven ? { pressure } : {}) };
}

/** The design with a path drawn freely; unchanged for a mere dot. */
export function freePath(
  design: Design,
  sheetId: string,
  points: readonly PenPoint[],
  tolerance: number,
  reach: number,
  name: string,
): Edited {
  const contour = freeContour(points, tolerance, reach);
  return contour ? withPath(design, sheetId, contour, name) : { design, chosen: [] };
}

/** The nodes of an open path from its far end to the end at a place of the sheet, or null where none is near. */
export function draftFrom(
  design: Design,
  id: string,
  place: Point,
  reach: number,
): { contour: number; nodes: DraftNode[] } | null {
  const m = worldOf(design, id);
  const contours = drawnContours(design.parts[id]) ?? [];
  for (const [contour, c] of contours.entries()) {
    if (c.closed || c.xy.length < 8) continue;
    const nodes = toNodes(c).nodes.map(
      (n): DraftNode => ({
        ...applyTo(m, n),
        in: applyTo(m, n.in),
        out: applyTo(m, n.out),
      }),
    );
    const near = (n: DraftNode) => Math.hypot(n.x - place.x, n.y - place.y) <= reach;
    if (near(nodes[nodes.length - 1])) return { contour, nodes };
    if (near(nodes[0]))
      return { contour, nodes: nodes.toReversed().map((n) => ({ ...n, in: n.out ?? n, out: n.in ?? n })) };
  }
  return null;
}

/** The design with a contour of a path drawn anew through nodes on the sheet. */
export function redrawnPath(
  design: Design,
  id: string,
  contour: number,
  nodes: readonly DraftNode[],
  closed: boolean,
): Design {
  const contours = drawnContours(design.parts[id]);
  const back = invert(worldOf(design, id));
  if (!contours || !back) return design;
  const xy = throughNumbers(contourNumbers(nodes, closed), back);
  return withContours(
    design,
    id,
    contours.map((c, i) => (i === contour ? { xy, closed } : c)),
  );
}
