import { flattenCubic } from '../geometry/flatten';
import type { Matrix } from '../geometry/matrix';
import { type Bounds, type Path, segmentAt, segmentCount, transformPath } from '../geometry/path';

/** Straight edges of a path in device pixels, x0, y0, x1, y1 each, and what they span. */
export interface Edges {
  readonly xy: Float64Array;
  readonly bounds: Bounds | null;
}

/** Greatest distance of a drawn edge from its curve, in pixels. */
const chordTolerance = 0.02;

/** Edges are rounded to 1/65536 pixel, so that taking a tile's corner off them is exact. */
const snap = (v: number) => Math.round(v * 65536) / 65536;

function makeEdges(path: Path, matrix: Matrix): Edges {
  const placed = transformPath(path, matrix);
  const xy: number[] = [];
  let x0 = Number.POSITIVE_INFINITY;
  let y0 = Number.POSITIVE_INFINITY;
  let x1 = Number.NEGATIVE_INFINITY;
  let y1 = Number.NEGATIVE_INFINITY;
  for (const c of placed.contours) {
    const n = segmentCount(c);
    if (n === 0) continue;
    const startX = snap(c.xy[0]);
    const startY = snap(c.xy[1]);
    let px = startX;
    let py = startY;
    const to = (x: number, y: number) => {
      if (px !== x || py !== y) xy.push(px, py, x, y);
      px = x;
      py = y;
      if (x < x0) x0 = x;
      if (x > x1) x1 = x;
      if (y < y0) y0 = y;
      if (y > y1) y1 = y;
    };
    to(startX, startY);
    for (let i = 0; i < n; i++)
      for (const p of flattenCubic(segmentAt(c, i), chordTolerance)) to(snap(p.x), snap(p.y));
    to(startX, startY);
  }
  return { xy: Float64Array.from(xy), bounds: x0 <= x1 ? { x0, y0, x1, y1 } : null };
}

const cache = new WeakMap<Path, { matrix: Matrix; edges: Edges }[]>();

const sameMatrix = (a: Matrix, b: Matrix) => a.every((v, i) => v === b[i]);

/** Edges of a path under a matrix; the last few matrices of each path are kept. */
export function edgesOf(path: Path, matrix: Matrix): Edges {
  const known = cache.get(path) ?? [];
  const hit = known.find((k) => sameMatrix(k.matrix, matrix));
  if (hit) return hit.edges;
  const edges = makeEdges(path, matrix);
  cache.set(path, [{ matrix, edges }, ...known.slice(0, 3)]);
  return edges;
}
