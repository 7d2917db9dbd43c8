import {
  arcCubics,
  type Cubic,
  cubicCurvature,
  cubicDerivative,
  cubicInflections,
  cubicPoint,
  cubicTangent,
  isLine,
  lineCubic,
  projectOnCubic,
} from '../geometry/cubic';
import type { Point } from '../geometry/vector';
import { asArc } from './arc';

/** One stretch of a parallel curve; `reversed` where the distance exceeds the curvature radius. */
export interface ParallelPiece {
  readonly cubics: readonly Cubic[];
  readonly reversed: boolean;
}

/** The normal that points out of a contour of positive area. */
const normal = (t: Point): Point => ({ x: t.y, y: -t.x });

/** The point at distance `d` (outwards positive) from a cubic's point at `t`. */
export function parallelPoint(s: Cubic, t: number, d: number): Point {
  const p = cubicPoint(s, t);
  const n = normal(cubicTangent(s, t));
  return { x: p.x + d * n.x, y: p.y + d * n.y };
}

/** Speed of the parallel curve relative to its source: 1 + d·κ; it changes sign at a cusp. */
const pace = (s: Cubic, t: number, d: number): number => 1 + d * cubicCurvature(s, t);

function cusps(s: Cubic, d: number): number[] {
  const n = 32;
  const out: number[] = [];
  let before = pace(s, 1e-6, d);
  for (let i = 1; i <= n; i++) {
    const t1 = i === n ? 1 - 1e-6 : i / n;
    const here = pace(s, t1, d);
    if (before * here < 0) {
      let lo = (i - 1) / n || 1e-6;
      let hi = t1;
      for (let k = 0; k < 50; k++) {
        const m = (lo + hi) / 2;
        if (pace(s, m, d) * before > 0) lo = m;
        else hi = m;
      }
      out.push((lo + hi) / 2);
    }
    before = here;
  }
  return out;
}

/** Handle lengths that take the fitted cubic through `mid` at its middle, or null. */
function throughMiddle(p: Point, u: Point, q: Point, v: Point, mid: Point): [number, number] | null {
  const det = u.x * v.y - u.y * v.x;
  if (Math.abs(det) < 1e-6) return null;
  // C(1/2) = (p + q)/2 + 3/8·(a·u − b·v)
  const rx = ((mid.x - (p.x + q.x) / 2) * 8) / 3;
  const ry = ((mid.y - (p.y + q.y) / 2) * 8) / 3;
  const a = (rx * v.y - ry * v.x) / det;
  const b = (rx * u.y - ry * u.x) / det;
  return a > 0 && b > 0 ? [a, b] : null;
}

function fitError(s: Cubic, t0: number, t1: number, d: number, fit: Cubic): number {
  let worst = 0;
  for (const f of [0.2, 0.4, 0.6, 0.8]) {
    const p = parallelPoint(s, t0 + f * (t1 - t0), d);
    const q = cubicPoint(fit, projectOnCubic(fit, p.x, p.y, f));
    worst = Math.max(worst, Math.hypot(p.x - q.x, p.y - q.y));
  }
  return worst;
}

/** Cubics along the parallel of `s` between `t0` and `t1`, within `tolerance`. */
function fitParallel(s: Cubic, t0: number, t1: number, d: number, tolerance: number, depth = 0): Cubic[] {
  const p = parallelPoint(s, t0, d);
  const q = parallelPoint(s, t1, d);
  const u = cubicTangent(s, t0);
  const v = cubicTangent(s, t1);
  const h = (t1 - t0) / 3;
  const along = (t: number) => {
    const c = cubicDerivative(s, t);
    return Math.hypot(c.x, c.y) * pace(s, t, d) * h;
  };
  const build = (a: number, b: number): Cubic => [
    p.x,
    p.y,
    p.x + a * u.x,
    p.y + a * u.y,
    q.x - b * v.x,
    q.y - b * v.y,
    q.x,
    q.y,
  ];
  const candidates: Cubic[] = [];
  // Where a handle has no length the curve bends without limit: what comes of that is no handle.
  const longest = 4 * Math.hypot(q.x - p.x, q.y - p.y);
  const [a, b] = [along(t0), along(t1)];
  if (Math.max(Math.abs(a), Math.abs(b)) <= longest) candidates.push(build(a, b));
  const middle = throughMiddle(p, u, q, v, parallelPoint(s, (t0 + t1) / 2, d));
  if (middle && Math.max(...middle) <= longest) candidates.push(build(...middle));
  let best: Cubic | null = null;
  let error = Number.POSITIVE_INFINITY;
  for (const c of candidates) {
    const e = fitError(s, t0, t1, d, c);
    if (e < error) {
      best = c;
      error = e;
    }
  }
  if (best && error <= tolerance) return [best];
  if (depth >= 10) return [best ?? lineCubic(p.x, p.y, q.x, q.y)];
  const m = (t0 + t1) / 2;
  return [
    ...fitParallel(s, t0, m, d, tolerance, depth + 1),
    ...fitParallel(s, m, t1, d, tolerance, depth + 1),
  ];
}

/**
 * A stretch whose parallel runs backwards never shows; drawn as chords that go back to the curve
 * at every corner, it winds against the rest and is cleared away, like a polygon's swallowed edge.
 */
function spikes(s: Cubic, t0: number, t1: number, d: number): Cubic[] {
  const out: Cubic[] = [];
  let at = parallelPoint(s, t0, d);
  const to = (p: Point) => {
    out.push(lineCubic(at.x, at.y, p.x, p.y));
    at = p;
  };
  let from = cubicPoint(s, t0);
  to(from);
  const n = 12;
  for (let i = 1; i <= n; i++) {
    const next = cubicPoint(s, t0 + ((t1 - t0) * i) / n);
    const length = Math.hypot(next.x - from.x, next.y - from.y);
    if (length > 0) {
      const k = normal({ x: (next.x - from.x) / length, y: (next.y - from.y) / length });
      to({ x: from.x + d * k.x, y: from.y + d * k.y });
      to({ x: next.x + d * k.x, y: next.y + d * k.y });
      to(next);
    }
    from = next;
  }
  to(parallelPoint(s, t1, d));
  return out;
}

/** The parallel of a line or of a circle's arc at distance `d`, which is one again; null for any other cubic. */
export function exactParallel(s: Cubic, d: number): ParallelPiece | null {
  if (isLine(s)) {
    const p = parallelPoint(s, 0, d);
    const q = parallelPoint(s, 1, d);
    return { cubics: [lineCubic(p.x, p.y, q.x, q.y)], reversed: false };
  }
  const arc = asArc(s);
  if (!arc || arc.r + Math.sign(arc.sweep) * d <= 1e-9 * arc.r) return null;
  // A concentric arc: the rule for rounded outlines, with no more nodes than the source has.
  const cubics = arcCubics(arc.x, arc.y, arc.r + Math.sign(arc.sweep) * d, arc.from, arc.sweep, 1);
  return { cubics, reversed: false };
}

/** The parallel of a cubic at distance `d`, within `tolerance`, in stretches that run one way. */
export function fittedParallel(s: Cubic, d: number, tolerance: number): ParallelPiece[] {
  const cuts = [0, ...cusps(s, d), 1];
  const bends = cubicInflections(s);
  const out: ParallelPiece[] = [];
  for (let i = 0; i + 1 < cuts.length; i++) {
    const reversed = pace(s, (cuts[i] + cuts[i + 1]) / 2, d) < 0;
    if (reversed) {
      out.push({ cubics: spikes(s, cuts[i], cuts[i + 1], d), reversed });
      continue;
    }
    const inner = [
      cuts[i],
      ...bends.filter((t) => t > cuts[i] + 1e-6 && t < cuts[i + 1] - 1e-6),
      cuts[i + 1],
    ];
    const cubics: Cubic[] = [];
    for (let k = 0; k + 1 < inner.length; k++)
      cubics.push(...fitParallel(s, inner[k], inner[k + 1], d, tolerance));
    out.push({ cubics, reversed });
  }
  return out;
}
