import { type Cubic, cubicDerivative, cubicPoint, cubicSecond } from './cubic';
import { dot, type Point } from './vector';

const sub = (a: Point, b: Point): Point => ({ x: a.x - b.x, y: a.y - b.y });
const unit = (p: Point): Point => {
  const l = Math.hypot(p.x, p.y) || 1;
  return { x: p.x / l, y: p.y / l };
};

/** Shares of the length at each point, 0–1. */
function shares(points: readonly Point[]): number[] {
  const out = [0];
  for (let i = 1; i < points.length; i++)
    out.push(out[i - 1] + Math.hypot(points[i].x - points[i - 1].x, points[i].y - points[i - 1].y));
  const whole = out[out.length - 1] || 1;
  return out.map((v) => v / whole);
}

/** The cubic between the ends with given directions that comes nearest to the points, by least squares. */
function solve(points: readonly Point[], ts: readonly number[], from: Point, to: Point): Cubic {
  const [p, q] = [points[0], points[points.length - 1]];
  let [c00, c01, c11, x0, x1] = [0, 0, 0, 0, 0];
  points.forEach((at, i) => {
    const t = ts[i];
    const s = 1 - t;
    const [b0, b1, b2, b3] = [s * s * s, 3 * t * s * s, 3 * t * t * s, t * t * t];
    const a = { x: from.x * b1, y: from.y * b1 };
    const b = { x: to.x * b2, y: to.y * b2 };
    c00 += dot(a, a);
    c01 += dot(a, b);
    c11 += dot(b, b);
    const left = { x: at.x - p.x * (b0 + b1) - q.x * (b2 + b3), y: at.y - p.y * (b0 + b1) - q.y * (b2 + b3) };
    x0 += dot(a, left);
    x1 += dot(b, left);
  });
  const det = c00 * c11 - c01 * c01;
  const chord = Math.hypot(q.x - p.x, q.y - p.y);
  let a = det ? (x0 * c11 - x1 * c01) / det : 0;
  let b = det ? (c00 * x1 - c01 * x0) / det : 0;
  // Where the points do not say it, handles of a third of the chord.
  if (!(a > 1e-6 * chord && b > 1e-6 * chord)) a = b = chord / 3;
  return [p.x, p.y, p.x + from.x * a, p.y + from.y * a, q.x + to.x * b, q.y + to.y * b, q.x, q.y];
}

/** One Newton step of each parameter towards the point's foot on the curve. */
const refined = (s: Cubic, points: readonly Point[], ts: readonly number[]): number[] =>
  ts.map((t, i) => {
    const d = sub(cubicPoint(s, t), points[i]);
    const u = cubicDerivative(s, t);
    const k = dot(u, u) + dot(d, cubicSecond(s, t));
    return k > 0 ? Math.min(1, Math.max(0, t - dot(d, u) / k)) : t;
  });

function worst(s: Cubic, points: readonly Point[], ts: readonly number[]): { at: number; distance: number } {
  let at = Math.floor(points.length / 2);
  let distance = 0;
  for (let i = 1; i < points.length - 1; i++) {
    const d = sub(cubicPoint(s, ts[i]), points[i]);
    const l = Math.hypot(d.x, d.y);
    if (l > distance) [at, distance] = [i, l];
  }
  return { at, distance };
}

function fitStretch(points: readonly Point[], from: Point, to: Point, tolerance: number): Cubic[] {
  if (points.length === 2) return [solve(points, [0, 1], from, to)];
  let ts = shares(points);
  let s = solve(points, ts, from, to);
  let miss = worst(s, points, ts);
  for (let i = 0; i < 6 && miss.distance > tolerance && miss.distance < 16 * tolerance; i++) {
    ts = refined(s, points, ts);
    s = solve(points, ts, from, to);
    miss = worst(s, points, ts);
  }
  if (miss.distance <= tolerance) return [s];
  const cut = Math.min(points.length - 2, Math.max(1, miss.at));
  // The direction at the cut is that of its neighbours, so that the pieces join smoothly.
  const back = unit(sub(points[Math.max(0, cut - 2)], points[Math.min(points.length - 1, cut + 2)]));
  return [
    ...fitStretch(points.slice(0, cut + 1), from, back, tolerance),
    ...fitStretch(points.slice(cut), { x: -back.x, y: -back.y }, to, tolerance),
  ];
}

/**
 * Few cubics, smoothly joined, that pass within `tolerance` of points in order (P. J. Schneider, An
 * algorithm for automatically fitting digitized curves, Graphics Gems, 1990). Empty for fewer than two
 * points. `ends` are the directions into it at both ends, where these are known.
 */
export function fitCubics(
  points: readonly Point[],
  tolerance: number,
  ends?: readonly [Point, Point],
): Cubic[] {
  const distinct = points.filter((p, i) => i === 0 || p.x !== points[i - 1].x || p.y !== points[i - 1].y);
  const n = distinct.length;
  if (n < 2) return [];
  const reach = Math.min(n - 1, 3);
  const [from, to] = ends ?? [
    sub(distinct[reach], distinct[0]),
    sub(distinct[n - 1 - reach], distinct[n - 1]),
  ];
  return fitStretch(distinct, unit(from), unit(to), tolerance);
}
