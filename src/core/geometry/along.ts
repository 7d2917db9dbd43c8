import {
  type Cubic,
  cubicDerivative,
  cubicLength,
  cubicPoint,
  cubicTangent,
  isLine,
  nearestOnCubic,
} from './cubic';
import { type Contour, segmentsOf } from './path';
import type { Point } from './vector';

/** A place along a contour. */
export interface PlaceAlong {
  readonly segment: number;
  /** Parameter in the segment, 0–1. */
  readonly t: number;
  readonly p: Point;
  /** Direction, of length 1. */
  readonly d: Point;
}

/** A contour measured along its length; segments of no length are left out. */
export interface MeasuredContour {
  readonly segments: readonly Cubic[];
  /** Length from the start to where each segment starts, and last the whole length. */
  readonly starts: readonly number[];
  readonly length: number;
  /**
   * The place at a length from the start, from 0 to the whole length. Where two segments meet it is
   * the start of the second one, or the end of the first where `before`.
   */
  at(length: number, before?: boolean): PlaceAlong;
}

/** Places and weights of Gauss and Legendre's rule of five points over −1 to 1 (Abramowitz & Stegun, table 25.4). */
const nodes = [0, 0.5384693101056831, -0.5384693101056831, 0.906179845938664, -0.906179845938664];
const weights = [
  0.5688888888888889, 0.4786286704993665, 0.4786286704993665, 0.2369268850561891, 0.2369268850561891,
];

const speedAt = (s: Cubic, t: number): number => {
  const v = cubicDerivative(s, t);
  return Math.sqrt(v.x * v.x + v.y * v.y);
};

/** Length of a short stretch of a cubic. */
function stretch(s: Cubic, from: number, to: number): number {
  const half = (to - from) / 2;
  const middle = (to + from) / 2;
  let sum = 0;
  for (let k = 0; k < 5; k++) sum += weights[k] * speedAt(s, middle + half * nodes[k]);
  return half * sum;
}

/** Stretches that each segment is told in. */
const stretches = 16;

/** The parameter of a place at a length from a segment's start, 0–1; `table` holds the lengths of its stretches, summed up. */
function parameterAt(s: Cubic, table: Float64Array, from: number, whole: number, goal: number): number {
  if (isLine(s)) return Math.min(1, Math.max(0, goal / whole));
  // What the stretches come to is the whole but for rounding, save where it all but stands still.
  const wanted = (goal / whole) * table[from + stretches];
  let k = 0;
  while (k < stretches - 1 && table[from + k + 1] <= wanted) k++;
  const [low, high] = [k / stretches, (k + 1) / stretches];
  const over = wanted - table[from + k];
  const long = table[from + k + 1] - table[from + k];
  let t = low + (long > 0 ? over / long : 0) / stretches;
  // By Newton's method; a few rounds are as near as numbers go.
  for (let n = 0; n < 4; n++) {
    const v = speedAt(s, t);
    if (!(v > 0)) break;
    const next = Math.min(high, Math.max(low, t - (stretch(s, low, t) - over) / v));
    if (Math.abs(next - t) < 1e-15) break;
    t = next;
  }
  return t < 1e-9 ? 0 : t > 1 - 1e-9 ? 1 : t;
}

/** Measures a contour along its length, or a list of cubics laid end to end. */
export function measureContour(contour: Contour | readonly Cubic[]): MeasuredContour {
  const all = 'xy' in contour ? segmentsOf(contour) : contour;
  const segments = all.filter((s) => cubicLength(s) > 0);
  const starts = [0];
  for (const s of segments) starts.push(starts[starts.length - 1] + cubicLength(s));
  const length = starts[starts.length - 1];
  const table = new Float64Array(segments.length * (stretches + 1));
  segments.forEach((s, i) => {
    const from = i * (stretches + 1);
    for (let k = 0; k < stretches; k++)
      table[from + k + 1] = table[from + k] + stretch(s, k / stretches, (k + 1) / stretches);
  });
  return {
    segments,
    starts,
    length,
    at(wanted, before = false) {
      const meets = wanted + (before ? -1e-9 : 1e-9) * length;
      let [segment, end] = [0, segments.length - 1];
      while (segment < end) {
        const m = (segment + end) >> 1;
        if (starts[m + 1] <= meets) segment = m + 1;
        else end = m;
      }
      const s = segments[segment];
      const goal = wanted - starts[segment];
      const t = parameterAt(s, table, segment * (stretches + 1), starts[segment + 1] - starts[segment], goal);
      return { segment, t, p: cubicPoint(s, t), d: cubicTangent(s, t) };
    },
  };
}

/** The length from the start to the place of a measured contour that is nearest to a point. */
export function nearestAlong({ segments, starts }: MeasuredContour, p: Point): number {
  let best = { far: Number.POSITIVE_INFINITY, at: 0 };
  segments.forEach((s, i) => {
    const { t, distance } = nearestOnCubic(s, p);
    if (distance < best.far) best = { far: distance, at: starts[i] + cubicLength(s, 0, t) };
  });
  return best.at;
}
