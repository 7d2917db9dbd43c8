import type { Bounds } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { jacobianOf, type PlaneMap } from './map';

/** Places of the bounds that a search may start from, a side. */
const starts = 12;

/** The place that a map takes to a point, by Newton's method from the nearest of many; null where none is found near. */
export function comesFrom(map: PlaneMap, to: Point, b: Bounds): Point | null {
  let best = { x: b.x0, y: b.y0 };
  let least = Number.POSITIVE_INFINITY;
  for (let j = 0; j <= starts; j++)
    for (let i = 0; i <= starts; i++) {
      const from = { x: b.x0 + ((b.x1 - b.x0) * i) / starts, y: b.y0 + ((b.y1 - b.y0) * j) / starts };
      const p = map.at(from.x, from.y);
      const d = Math.hypot(p.x - to.x, p.y - to.y);
      if (d < least) [best, least] = [from, d];
    }
  const size = Math.max(b.x1 - b.x0, b.y1 - b.y0);
  for (let k = 0; k < 30; k++) {
    const p = map.at(best.x, best.y);
    const [dx, dy] = [to.x - p.x, to.y - p.y];
    const off = Math.hypot(dx, dy);
    if (off < 1e-9 * size) return best;
    const [a, c, e, f] = jacobianOf(map, best.x, best.y);
    const det = a * f - c * e;
    if (!(Math.abs(det) > 1e-12)) return null;
    const [sx, sy] = [(f * dx - e * dy) / det, (a * dy - c * dx) / det];
    // No further at once than a quarter of the size.
    const k2 = Math.min(1, size / 4 / (Math.hypot(sx, sy) || 1));
    best = { x: best.x + k2 * sx, y: best.y + k2 * sy };
  }
  return null;
}
