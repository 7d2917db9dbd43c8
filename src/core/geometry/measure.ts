import { type Cubic, cubicLength, isLine, lineCubic, nearestOnCubic } from './cubic';
import { flattenCubic } from './flatten';
import { type Contour, type Path, segmentAt, segmentCount } from './path';
import type { Point } from './vector';

/** Twice the signed area under one cubic, taken from (ox, oy) to keep precision far from the origin. */
function cubicMoment(s: Cubic, ox: number, oy: number): number {
  const x0 = s[0] - ox;
  const y0 = s[1] - oy;
  const x1 = s[2] - ox;
  const y1 = s[3] - oy;
  const x2 = s[4] - ox;
  const y2 = s[5] - oy;
  const x3 = s[6] - ox;
  const y3 = s[7] - oy;
  if (isLine(s)) return x0 * y3 - x3 * y0;
  // ∮ x dy − y dx of a cubic Bézier in Bernstein form, integrated exactly.
  return (
    (6 * (x0 * y1 - x1 * y0) +
      3 * (x0 * y2 - x2 * y0) +
      (x0 * y3 - x3 * y0) +
      3 * (x1 * y2 - x2 * y1) +
      3 * (x1 * y3 - x3 * y1) +
      6 * (x2 * y3 - x3 * y2)) /
    10
  );
}

/** Signed area of a contour closed by a straight line; positive runs clockwise on screen. */
export function contourArea(c: Contour): number {
  if (c.xy.length < 8) return 0;
  const ox = c.xy[0] as number;
  const oy = c.xy[1] as number;
  let sum = 0;
  for (let i = 0; i < segmentCount(c); i++) sum += cubicMoment(segmentAt(c, i), ox, oy);
  return sum / 2;
}

/**
 * Sum of the signed areas of the contours, in square sheet units, as an absolute value.
 * It is the filled area of a path whose contours do not cross and whose holes run
 * against their outlines, which is what every result of `combine` is.
 */
export function pathArea(path: Path): number {
  return Math.abs(path.contours.reduce((sum, c) => sum + contourArea(c), 0));
}

/** Length of all contours, in sheet units. */
export function pathLength(path: Path): number {
  let sum = 0;
  for (const c of path.contours)
    for (let i = 0; i < segmentCount(c); i++) sum += cubicLength(segmentAt(c, i));
  return sum;
}

export interface NearestOnPath {
  readonly contour: number;
  readonly segment: number;
  readonly t: number;
  readonly distance: number;
}

/** The nearest point of a path's outline, or null for a path without segments. */
export function nearestOnPath(path: Path, p: Point): NearestOnPath | null {
  let best: NearestOnPath | null = null;
  path.contours.forEach((c, contour) => {
    for (let segment = 0; segment < segmentCount(c); segment++) {
      const hit = nearestOnCubic(segmentAt(c, segment), p);
      if (!best || hit.distance < best.distance) best = { contour, segment, ...hit };
    }
  });
  return best;
}

function windingOfChord(x0: number, y0: number, x1: number, y1: number, p: Point): number {
  if (y0 <= p.y === y1 <= p.y) return 0;
  const x = x0 + ((p.y - y0) / (y1 - y0)) * (x1 - x0);
  if (x <= p.x) return 0;
  return y1 > y0 ? 1 : -1;
}

/** How often a path winds round a point; open contours count as closed by a line. */
export function windingAt(path: Path, p: Point, tolerance = 1e-3): number {
  let winding = 0;
  for (const c of path.contours) {
    const n = segmentCount(c);
    for (let i = 0; i < n; i++) {
      const s = segmentAt(c, i);
      const top = Math.min(s[1], s[3], s[5], s[7]);
      const bottom = Math.max(s[1], s[3], s[5], s[7]);
      if (p.y < top || p.y > bottom) continue;
      let x = s[0];
      let y = s[1];
      for (const q of flattenCubic(s, tolerance)) {
        winding += windingOfChord(x, y, q.x, q.y, p);
        x = q.x;
        y = q.y;
      }
    }
    if (!c.closed && n > 0) {
      const xy = c.xy;
      const end = lineCubic(xy.at(-2) as number, xy.at(-1) as number, xy[0] as number, xy[1] as number);
      winding += windingOfChord(end[0], end[1], end[6], end[7], p);
    }
  }
  return winding;
}

/** Whether a point lies inside a path by the path's own fill rule. */
export function containsPoint(path: Path, p: Point, tolerance = 1e-3): boolean {
  const winding = windingAt(path, p, tolerance);
  return path.fillRule === 'evenodd' ? (winding & 1) === 1 : winding !== 0;
}
