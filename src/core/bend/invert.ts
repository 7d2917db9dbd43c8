import type { Bounds } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { jacobianOf, type PlaneMap } from './map';

/** Where Newton's method comes from a place on, in search of the one that a map takes to `to`; the nearest that was found. */
function sought(map: PlaneMap, to: Point, near: Point): { readonly p: Point; readonly off: number } {
  let at = near;
  let best = { p: near, off: Number.POSITIVE_INFINITY };
  for (let i = 0; i < 30; i++) {
    const q = map.at(at.x, at.y);
    const [ex, ey] = [to.x - q.x, to.y - q.y];
    const off = Math.hypot(ex, ey);
    if (off < best.off) best = { p: at, off };
    if (off < 1e-9) break;
    const [a, b, c, e] = jacobianOf(map, at.x, at.y);
    const det = a * e - b * c;
    if (Math.abs(det) < 1e-12) break;
    at = { x: at.x + (e * ex - c * ey) / det, y: at.y + (a * ey - b * ex) / det };
  }
  return best;
}

/** The point that a map takes to `to`, sought from `near` on; the nearest that was found. */
export const backThrough = (map: PlaneMap, to: Point, near: Point): Point => sought(map, to, near).p;

/** Places of the bounds that a search may start from, a side. */
const starts = 12;

const six = new Float64Array(6);

/** Where a place may have come from: by what the maps know that it is made of, or the nearest of many looks. */
function guess(map: PlaneMap, to: Point, b: Bounds): Point {
  if (map.back) {
    map.back(to.x, to.y, six);
    return { x: six[0], y: six[1] };
  }
  const { parts } = map;
  if (parts?.some((part) => part.back))
    return parts.reduceRight((at, part) => {
      const near = guess(part, at, b);
      return part.back ? near : sought(part, at, near).p;
    }, to);
  let best = { x: b.x0, y: b.y0 };
  let least = Number.POSITIVE_INFINITY;
  for (let j = 0; j <= starts; j++)
    for (let i = 0; i <= starts; i++) {
      const from = { x: b.x0 + ((b.x1 - b.x0) * i) / starts, y: b.y0 + ((b.y1 - b.y0) * j) / starts };
      const p = map.at(from.x, from.y);
      const d = Math.hypot(p.x - to.x, p.y - to.y);
      if (d < least) [best, least] = [from, d];
    }
  return best;
}

/** The place that a map takes to a point, sought over some bounds; null where none is found. */
export function comesFrom(map: PlaneMap, to: Point, b: Bounds): Point | null {
  const { p, off } = sought(map, to, guess(map, to, b));
  return off < 1e-6 * Math.max(b.x1 - b.x0, b.y1 - b.y0) ? p : null;
}
