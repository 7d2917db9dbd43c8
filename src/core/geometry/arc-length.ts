import {
  type Cubic,
  cubicCurvature,
  cubicDerivative,
  cubicPoint,
  cubicTangent,
  nearestOnCubic,
} from './cubic';
import { type Contour, segmentsOf } from './path';
import type { Point } from './vector';

/** Places and weights of Gauss and Legendre's rule of five points over −1 to 1 (Abramowitz & Stegun, table 25.4). */
const nodes = [0, 0.5384693101056831, -0.5384693101056831, 0.906179845938664, -0.906179845938664];
const weights = [
  0.5688888888888889, 0.4786286704993665, 0.4786286704993665, 0.2369268850561891, 0.2369268850561891,
];

const speedAt = (s: Cubic, t: number): number => {
  const v = cubicDerivative(s, t);
  return Math.hypot(v.x, v.y);
};

/** Length of a short stretch of a cubic. */
function stretch(s: Cubic, from: number, to: number): number {
  const [half, middle] = [(to - from) / 2, (to + from) / 2];
  return half * nodes.reduce((sum, node, i) => sum + weights[i] * speedAt(s, middle + half * node), 0);
}

/** Stretches that each segment is told in. */
const stretches = 16;

/** A place on a contour by its length. */
export interface PlaceAlong {
  readonly point: Point;
  /** Direction of travel, of length 1. */
  readonly tangent: Point;
  /** How fast the direction turns, radians a unit of length, clockwise on screen above 0. */
  readonly curvature: number;
  readonly segment: number;
  /** Parameter on its segment, 0–1. */
  readonly t: number;
}

/** A contour told by the length along it, in sheet units. */
export class ArcLength {
  readonly segments: readonly Cubic[];
  readonly #lengths: Float64Array;

  constructor(contour: Contour) {
    this.segments = segmentsOf(contour).filter((s) => s.some((v, i) => v !== s[i % 2]));
    this.#lengths = new Float64Array(this.segments.length * stretches + 1);
    this.segments.forEach((s, i) => {
      for (let k = 0; k < stretches; k++) {
        const at = i * stretches + k;
        this.#lengths[at + 1] = this.#lengths[at] + stretch(s, k / stretches, (k + 1) / stretches);
      }
    });
  }

  get total(): number {
    return this.#lengths[this.#lengths.length - 1];
  }

  /** Where a segment begins; that after the last one is the end. */
  startOf(segment: number): number {
    return this.#lengths[segment * stretches];
  }

  /**
   * The place at a length, kept to the contour. Where two segments meet it is the end of the one `before`, or else the
   * start of the next.
   */
  at(length: number, before = false): PlaceAlong {
    const lengths = this.#lengths;
    const s = Math.min(this.total, Math.max(0, length));
    let [lo, hi] = [0, lengths.length - 1];
    while (hi - lo > 1) {
      const m = (lo + hi) >> 1;
      if (before ? lengths[m] < s : lengths[m] <= s) lo = m;
      else hi = m;
    }
    const segment = Math.floor(lo / stretches);
    const cubic = this.segments[segment];
    const from = (lo % stretches) / stretches;
    const to = from + 1 / stretches;
    const over = s - lengths[lo];
    const whole = lengths[hi] - lengths[lo];
    let t = from + (whole > 0 ? over / whole : 0) / stretches;
    // By Newton's method; a few rounds are as near as numbers go.
    for (let k = 0; k < 4; k++) {
      const v = speedAt(cubic, t);
      if (!(v > 0)) break;
      const next = Math.min(to, Math.max(from, t - (stretch(cubic, from, t) - over) / v));
      if (next === t) break;
      t = next;
    }
    return placeOn(cubic, segment, t);
  }
}

const placeOn = (s: Cubic, segment: number, t: number): PlaceAlong => ({
  point: cubicPoint(s, t),
  tangent: cubicTangent(s, t),
  curvature: cubicCurvature(s, t),
  segment,
  t,
});

/** The share of a contour's length, 0–1, at which it is nearest to a point. */
export function shareNearest(contour: Contour, p: Point): number {
  const arc = new ArcLength(contour);
  let [best, least] = [0, Number.POSITIVE_INFINITY];
  arc.segments.forEach((s, i) => {
    const { t, distance } = nearestOnCubic(s, p);
    if (distance < least) [best, least] = [arc.startOf(i) + stretch(s, 0, t), distance];
  });
  return arc.total > 0 ? best / arc.total : 0;
}
