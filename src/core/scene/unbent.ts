import type { Point } from '../geometry/vector';

/**
 * Where places of a node were before it was bent, as a lattice of cells over them: in each a polynomial of the shares of it
 * across and down, 16 coefficients of x, then of y, from the lowest powers up, those of the share down fastest. Beyond the
 * lattice its outermost cells go on.
 */
export interface Unbent {
  readonly x0: number;
  readonly y0: number;
  /** Size of a cell. */
  readonly width: number;
  readonly height: number;
  readonly columns: number;
  readonly rows: number;
  readonly coefficients: Float64Array;
}

const cellOf = (at: number, cells: number): number => Math.min(cells - 1, Math.max(0, Math.floor(at)));

/** Writes where a place was before, and how that changes: x, y, ∂x/∂X, ∂y/∂X, ∂x/∂Y, ∂y/∂Y. */
export function unbentAt(u: Unbent, x: number, y: number, out: Float64Array): void {
  const { coefficients, columns } = u;
  const s = (x - u.x0) / u.width;
  const t = (y - u.y0) / u.height;
  const i = cellOf(s, columns);
  const j = cellOf(t, u.rows);
  const a = s - i;
  const b = t - j;
  for (let c = 0; c < 2; c++) {
    let f = 0;
    let fa = 0;
    let fb = 0;
    for (let k = 32 * (j * columns + i) + 16 * c + 12, p = 3; p >= 0; p--, k -= 4) {
      const k1 = coefficients[k + 1];
      const k2 = coefficients[k + 2];
      const k3 = coefficients[k + 3];
      fa = fa * a + f;
      f = f * a + ((k3 * b + k2) * b + k1) * b + coefficients[k];
      fb = fb * a + (3 * k3 * b + 2 * k2) * b + k1;
    }
    out[c] = f;
    out[2 + c] = fa / u.width;
    out[4 + c] = fb / u.height;
  }
}

const six = new Float64Array(6);

/** Where a place was before it was bent. */
export function unbentPlace(u: Unbent, { x, y }: Point): Point {
  unbentAt(u, x, y, six);
  return { x: six[0], y: six[1] };
}
