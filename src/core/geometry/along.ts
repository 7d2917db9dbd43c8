import { type Cubic, cubicLength, cubicPoint, cubicTangent, isLine, nearestOnCubic } from './cubic';
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

/** The parameter of a place at a length from a segment's start, 0–1. */
function parameterAt(s: Cubic, goal: number): number {
  if (isLine(s)) return Math.min(1, Math.max(0, goal / cubicLength(s)));
  let [low, high] = [0, 1];
  for (let k = 0; k < 50; k++) {
    const m = (low + high) / 2;
    if (cubicLength(s, 0, m) < goal) low = m;
    else high = m;
  }
  const m = (low + high) / 2;
  return m < 1e-7 ? 0 : m > 1 - 1e-7 ? 1 : m;
}

/** Measures a contour along its length, or a list of cubics laid end to end. */
export function measureContour(contour: Contour | readonly Cubic[]): MeasuredContour {
  const all = 'xy' in contour ? segmentsOf(contour) : contour;
  const segments = all.filter((s) => cubicLength(s) > 0);
  const starts = [0];
  for (const s of segments) starts.push(starts[starts.length - 1] + cubicLength(s));
  const length = starts[starts.length - 1];
  return {
    segments,
    starts,
    length,
    at(wanted, before = false) {
      const meets = wanted + (before ? -1e-9 : 1e-9) * length;
      let segment = 0;
      while (segment < segments.length - 1 && starts[segment + 1] <= meets) segment++;
      const s = segments[segment];
      const goal = wanted - starts[segment];
      const t = parameterAt(s, goal);
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
