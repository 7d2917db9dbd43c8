import { fillFromCell } from '../geometry/bicubic-cell';
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
  const s = (x - u.x0) / u.width;
  const t = (y - u.y0) / u.height;
  const i = cellOf(s, u.columns);
  const j = cellOf(t, u.rows);
  fillFromCell(u.coefficients, 32 * (j * u.columns + i), s - i, t - j, u.width, u.height, out);
}

const six = new Float64Array(6);

/** Where a place was before it was bent. */
export function unbentPlace(u: Unbent, { x, y }: Point): Point {
  unbentAt(u, x, y, six);
  return { x: six[0], y: six[1] };
}
