import { type Cubic, cubicPoint, isLine, reverseCubic } from './cubic';
import type { Point } from './vector';

/**
 * How many equal parameter steps keep a cubic's chords within `tolerance` of the curve:
 * the chord error is at most max|B''|/(8·n²), and |B''| is bounded by six times the
 * larger second difference of the control points.
 */
export function chordCount(s: Cubic, tolerance: number): number {
  if (isLine(s)) return 1;
  // Written so that a curve run backwards gives the very same number.
  const dx = Math.max(Math.abs(s[0] + s[4] - 2 * s[2]), Math.abs(s[2] + s[6] - 2 * s[4]));
  const dy = Math.max(Math.abs(s[1] + s[5] - 2 * s[3]), Math.abs(s[3] + s[7] - 2 * s[5]));
  const n = Math.ceil(Math.sqrt((0.75 * Math.hypot(dx, dy)) / tolerance));
  return Number.isFinite(n) ? Math.min(4096, Math.max(2, n)) : 2;
}

/**
 * Hands on the chord points of a cubic after its start, its end included. A curve and the same curve
 * run backwards give the same points bit for bit, so that neighbours leave no gap.
 */
export function flattenTo(s: Cubic, tolerance: number, take: (x: number, y: number) => void): void {
  const n = chordCount(s, tolerance);
  const backwards = s[0] > s[6] || (s[0] === s[6] && s[1] > s[7]);
  const forward = n > 1 && backwards ? reverseCubic(s) : s;
  for (let i = 1; i < n; i++) {
    const p = cubicPoint(forward, (backwards ? n - i : i) / n);
    take(p.x, p.y);
  }
  take(s[6], s[7]);
}

/** The same points as a list. */
export function flattenCubic(s: Cubic, tolerance: number): Point[] {
  const out: Point[] = [];
  flattenTo(s, tolerance, (x, y) => out.push({ x, y }));
  return out;
}
