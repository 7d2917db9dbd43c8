import { type MeasuredContour, measureContour } from '../geometry/along';
import { cubicCurvature } from '../geometry/cubic';
import type { Contour } from '../geometry/path';
import { put, type RunFill } from './run';

/** A line that something is laid along: places by the length along it and by the distance to the right of it. */
export interface Spine {
  readonly length: number;
  /** Writes X, Y, ∂X/∂s, ∂Y/∂s, ∂X/∂t, ∂Y/∂t. Beyond its ends an open spine runs on straight; a closed one goes round. */
  readonly fill: RunFill;
}

/** Looks a stretch is told by, over a length as long as what is laid is wide. */
const looks = 8;
/** Looks to either side over which the greatest bend counts, and over which it is then averaged, twice. */
const spread = 5;
const averaged = 2;
/** Most looks along one spine. */
const mostLooks = 20_000;

const near = (
  list: readonly number[],
  reach: number,
  round: boolean,
  of: (some: number[]) => number,
): number[] => {
  const n = list.length;
  return list.map((_, i) =>
    of(
      Array.from({ length: 2 * reach + 1 }, (_, k) => {
        const j = i + k - reach;
        return list[round ? ((j % n) + n) % n : Math.min(n - 1, Math.max(0, j))];
      }),
    ),
  );
};

const greatest = (some: readonly number[]): number => Math.max(...some);
const mean = (some: readonly number[]): number => some.reduce((a, b) => a + b, 0) / some.length;

/**
 * How strongly a spine bends to one side near each look, never less than it does there: spread by the greatest nearby, then
 * averaged no wider than that, so that it is smooth.
 */
function bends(arc: MeasuredContour, n: number, side: 1 | -1, closed: boolean): number[] {
  const raw = Array.from({ length: n + (closed ? 0 : 1) }, (_, i) =>
    greatest(
      Array.from({ length: 9 }, (_, k) => {
        const s = ((i + (k - 4) / 8) * arc.length) / n;
        const within = closed ? ((s % arc.length) + arc.length) % arc.length : s;
        const { segment, t } = arc.at(within);
        return Math.max(0, 1.02 * side * cubicCurvature(arc.segments[segment], t));
      }),
    ),
  );
  const spreadOut = near(raw, spread, closed, greatest);
  return near(near(spreadOut, averaged, closed, mean), averaged, closed, mean);
}

/** The index of a look in a list of `n` that goes round or ends. */
const indexIn = (n: number, i: number, round: boolean): number =>
  round ? ((i % n) + n) % n : Math.min(n - 1, Math.max(0, i));

/** A value between looks and its slope by a look: the quadratic B-spline of them, which never passes their greatest. */
function between(list: readonly number[], x: number, closed: boolean): readonly [number, number] {
  const i = Math.round(x);
  const f = x - i;
  const p = list[indexIn(list.length, i - 1, closed)];
  const q = list[indexIn(list.length, i, closed)];
  const r = list[indexIn(list.length, i + 1, closed)];
  return [
    (p * (0.5 - f) ** 2 + r * (0.5 + f) ** 2) / 2 + q * (0.75 - f * f),
    (f - 0.5) * p - 2 * f * q + (f + 0.5) * r,
  ];
}

/**
 * A contour as a spine for what is `width` wide. Towards the inner side of a bend distances are shortened the more the nearer
 * they come to its centre, so that nothing folds there.
 */
export function spineOf(contour: Contour, width: number): Spine | null {
  const arc = measureContour(contour);
  const length = arc.length;
  if (!(length > 0)) return null;
  const { closed } = contour;
  const n = Math.min(mostLooks, Math.max(looks, Math.ceil((looks * length) / Math.max(1e-9, width))));
  const caps = [bends(arc, n, 1, closed), bends(arc, n, -1, closed)];
  return {
    length,
    fill(s, t, out) {
      const within = closed ? s - length * Math.floor(s / length) : Math.min(length, Math.max(0, s));
      const over = closed ? 0 : s - within;
      const { p: point, d: tangent, segment, t: at } = arc.at(within, over > 0);
      const curvature = cubicCurvature(arc.segments[segment], at);
      const [cap, slope] = between(caps[t > 0 ? 0 : 1], (within / length) * n, closed);
      let [off, offByT, offByS] = [t, 1, 0];
      const close = cap * Math.abs(t);
      if (close > 0.5) {
        // d up to half of the way to the centre, then (1 − 1/4q) of it.
        const share = 1 - 1 / (4 * close);
        offByT = 1 / (4 * close * close);
        off = (Math.sign(t) * share) / cap;
        offByS = over ? 0 : (Math.sign(t) * slope * (n / length) * (offByT * close - share)) / (cap * cap);
      }
      const along = over ? 1 : 1 - curvature * off;
      put(
        out,
        point.x + over * tangent.x - off * tangent.y,
        point.y + over * tangent.y + off * tangent.x,
        along * tangent.x - offByS * tangent.y,
        along * tangent.y + offByS * tangent.x,
        -offByT * tangent.y,
        offByT * tangent.x,
      );
    },
  };
}
