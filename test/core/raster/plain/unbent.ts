import type { Matrix } from '@/core/geometry/matrix';

/** Where a place was before, and how that changes: x, y, and both by the place's two coordinates. */
export interface Before {
  readonly x: number;
  readonly y: number;
  readonly byX: readonly [number, number];
  readonly byY: readonly [number, number];
}

/** A lattice of cells of 32 coefficients each, met at matrix · place. */
export function plainUnbent(
  coefficients: Float64Array,
  columns: number,
  rows: number,
  [a, b, c, d, e, g]: Matrix,
): (px: number, py: number) => Before {
  return (px, py) => {
    const [s, t] = [a * px + c * py + e, b * px + d * py + g];
    const i = Math.min(columns - 1, Math.max(0, Math.floor(s)));
    const j = Math.min(rows - 1, Math.max(0, Math.floor(t)));
    const [u, v] = [s - i, t - j];
    const at = (channel: number, p: number, q: number) =>
      coefficients[32 * (j * columns + i) + 16 * channel + 4 * p + q];
    const powers = [3, 2, 1, 0];
    // In the order of the compiled sums: what the lower powers come to first, then this one's share and its constant.
    const add = (n: number, p: number, sum: number) =>
      sum * u + ((at(n, p, 3) * v + at(n, p, 2)) * v + at(n, p, 1)) * v + at(n, p, 0);
    const value = (n: number) => powers.reduce((sum, p) => add(n, p, sum), 0);
    const across = (n: number) => {
      let [sum, slope] = [0, 0];
      for (const p of powers) [sum, slope] = [add(n, p, sum), slope * u + sum];
      return slope;
    };
    const down = (n: number) =>
      powers.reduce((sum, p) => sum * u + (3 * at(n, p, 3) * v + 2 * at(n, p, 2)) * v + at(n, p, 1), 0);
    const [xs, ys, xt, yt] = [across(0), across(1), down(0), down(1)];
    return {
      x: value(0),
      y: value(1),
      byX: [xs * a + xt * b, ys * a + yt * b],
      byY: [xs * c + xt * d, ys * c + yt * d],
    };
  };
}
