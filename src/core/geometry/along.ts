import { type Cubic, cubicLength, cubicPoint, cubicTangent } from './cubic';
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
  /** The place at a length from the start, from 0 to the whole length. */
  at(length: number): PlaceAlong;
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
    at(wanted) {
      let segment = 0;
      while (segment < segments.length - 1 && starts[segment + 1] <= wanted + 1e-9 * length) segment++;
      const s = segments[segment];
      const goal = wanted - starts[segment];
      let [low, high] = [0, 1];
      for (let k = 0; k < 50; k++) {
        const m = (low + high) / 2;
        if (cubicLength(s, 0, m) < goal) low = m;
        else high = m;
      }
      const m = (low + high) / 2;
      const t = m < 1e-7 ? 0 : m > 1 - 1e-7 ? 1 : m;
      return { segment, t, p: cubicPoint(s, t), d: cubicTangent(s, t) };
    },
  };
}
