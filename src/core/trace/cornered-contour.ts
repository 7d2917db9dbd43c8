import { type Cubic, lineCubic } from '../geometry/cubic';
import { fitCubics } from '../geometry/fit';
import { type Contour, contourOf } from '../geometry/path';
import type { Point } from '../geometry/vector';

/** Points on each side of one that say how much the line turns there. */
const arm = 4;
/** The least turn of a corner, radians. */
const leastTurn = 0.6;
/** How much more a corner turns than what lies beside it, so that small circles stay round. */
const standsOut = 1.8;
/** How far the sides of a corner may meet from the point that turns most, in samples. */
const farthest = 2;

interface Line {
  readonly at: Point;
  readonly dx: number;
  readonly dy: number;
}

/** The line that comes nearest to points. */
function lineThrough(points: readonly Point[]): Line {
  const n = points.length;
  const [x, y] = [points.reduce((s, p) => s + p.x, 0) / n, points.reduce((s, p) => s + p.y, 0) / n];
  let [xx, xy, yy] = [0, 0, 0];
  for (const p of points) {
    xx += (p.x - x) ** 2;
    xy += (p.x - x) * (p.y - y);
    yy += (p.y - y) ** 2;
  }
  const a = Math.atan2(2 * xy, xx - yy) / 2;
  return { at: { x, y }, dx: Math.cos(a), dy: Math.sin(a) };
}

function meeting(a: Line, b: Line): Point | null {
  const cross = a.dx * b.dy - a.dy * b.dx;
  if (Math.abs(cross) < 0.1) return null;
  const t = ((b.at.x - a.at.x) * b.dy - (b.at.y - a.at.y) * b.dx) / cross;
  return { x: a.at.x + t * a.dx, y: a.at.y + t * a.dy };
}

/** Corners of a closed chain: which of its points, and where the sides meet. */
function cornersOf(chain: readonly Point[]): { readonly i: number; readonly at: Point }[] {
  const n = chain.length;
  if (n < 4 * arm) return [];
  const p = (i: number): Point => chain[((i % n) + n) % n];
  const turns = chain.map((_, i) => {
    const [a, b, c, d] = [p(i - arm), p(i - 1), p(i + 1), p(i + arm)];
    const [ux, uy, vx, vy] = [b.x - a.x, b.y - a.y, d.x - c.x, d.y - c.y];
    return Math.abs(Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy));
  });
  const turn = (i: number): number => turns[((i % n) + n) % n];
  const out: { i: number; at: Point }[] = [];
  for (let i = 0; i < n; i++) {
    const own = turns[i];
    if (own < leastTurn || own < standsOut * Math.max(turn(i - 2 * arm), turn(i + 2 * arm))) continue;
    let most = true;
    for (let k = 1; k <= arm; k++) if (turn(i - k) > own || turn(i + k) >= own) most = false;
    if (!most) continue;
    const side = (from: number) => lineThrough(Array.from({ length: arm }, (_, k) => p(from + k)));
    const met = meeting(side(i - arm - 1), side(i + 2));
    const at = met && Math.hypot(met.x - p(i).x, met.y - p(i).y) <= farthest ? met : p(i);
    out.push({ i, at });
  }
  return out;
}

/** Cubics along a stretch between two corners; one straight one where that is near enough. */
function between(points: readonly Point[], tolerance: number): Cubic[] {
  const [a, b] = [points[0], points[points.length - 1]];
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const long = Math.hypot(dx, dy);
  const straight = points.every((p) => Math.abs((p.x - a.x) * dy - (p.y - a.y) * dx) <= tolerance * long);
  return straight && long > 0 ? [lineCubic(a.x, a.y, b.x, b.y)] : fitCubics(points, tolerance);
}

/** A closed chain of points as few cubics within a tolerance: corners stay corners, straight stretches straight. */
export function corneredContour(chain: readonly Point[], tolerance: number): Contour {
  const n = chain.length;
  const corners = cornersOf(chain);
  if (!corners.length) {
    // Round all over: begun and ended in one direction.
    const [a, b] = [chain[n - Math.min(2, n - 1)], chain[Math.min(2, n - 1)]];
    const way = { x: b.x - a.x, y: b.y - a.y };
    return contourOf(fitCubics([...chain, chain[0]], tolerance, [way, { x: -way.x, y: -way.y }]), true);
  }
  const cubics = corners.flatMap(({ i, at }, k) => {
    const next = corners[(k + 1) % corners.length];
    const to = next.i > i ? next.i : next.i + n;
    // The points that a corner has rounded off are left out.
    const inner: Point[] = [];
    for (let j = i + 2; j < to - 1; j++) inner.push(chain[j % n]);
    return between([at, ...inner, next.at], tolerance);
  });
  return contourOf(cubics, true);
}
