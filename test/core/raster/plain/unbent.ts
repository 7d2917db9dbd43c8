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
    const row = (n: number, p: number) =>
      ((at(n, p, 3) * v + at(n, p, 2)) * v + at(n, p, 1)) * v + at(n, p, 0);
    const rise = (n: number, p: number) => (3 * at(n, p, 3) * v + 2 * at(n, p, 2)) * v + at(n, p, 1);
    const value = (n: number) => ((row(n, 3) * u + row(n, 2)) * u + row(n, 1)) * u + row(n, 0);
    const across = (n: number) => (3 * row(n, 3) * u + 2 * row(n, 2)) * u + row(n, 1);
    const down = (n: number) => ((rise(n, 3) * u + rise(n, 2)) * u + rise(n, 1)) * u + rise(n, 0);
    const [xs, ys, xt, yt] = [across(0), across(1), down(0), down(1)];
    return {
      x: value(0),
      y: value(1),
      byX: [xs * a + xt * b, ys * a + yt * b],
      byY: [xs * c + xt * d, ys * c + yt * d],
    };
  };
}
