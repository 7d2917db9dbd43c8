import type { BendGrid } from './grid';

const data = new Float64Array(16);
const half = new Float64Array(16);

/**
 * The cells of a grid as polynomials by the shares of a cell across and down, each worked out once it is asked for: 16
 * coefficients of x, then of y, from the lowest powers up, those of the share down fastest.
 */
export class Cells {
  readonly #made: Uint8Array;
  readonly #coefficients: Float64Array;

  constructor(private readonly grid: BendGrid) {
    const cells = (grid.us.length - 1) * (grid.vs.length - 1);
    this.#made = new Uint8Array(cells);
    this.#coefficients = new Float64Array(32 * cells);
  }

  /** Where the coefficients of a cell begin in `coefficients`. */
  at(column: number, row: number): number {
    const cell = row * (this.grid.us.length - 1) + column;
    if (!this.#made[cell]) this.#make(column, row, 32 * cell);
    return 32 * cell;
  }

  get coefficients(): Float64Array {
    return this.#coefficients;
  }

  #make(column: number, row: number, at: number): void {
    const { us, vs, nodes } = this.grid;
    const n = us.length;
    const [w, h] = [us[column + 1] - us[column], vs[row + 1] - vs[row]];
    const out = this.#coefficients;
    for (let c = 0; c < 2; c++) {
      // Rows by value and slope across at the left and the right line, columns likewise down.
      for (let p = 0; p < 2; p++)
        for (let q = 0; q < 2; q++) {
          const k = 8 * ((row + q) * n + column + p) + c;
          const d = 8 * p + 2 * q;
          data[d] = nodes[k];
          data[d + 4] = w * nodes[k + 2];
          data[d + 1] = h * nodes[k + 4];
          data[d + 5] = w * h * nodes[k + 6];
        }
      // The Hermite matrix is half noughts: written out, and in the same order, it gives the same bits many times faster.
      for (let j = 0; j < 4; j++) {
        const p0 = data[j];
        const p1 = data[4 + j];
        const p2 = data[8 + j];
        const p3 = data[12 + j];
        half[j] = p0;
        half[4 + j] = p1;
        half[8 + j] = -3 * p0 - 2 * p1 + 3 * p2 - p3;
        half[12 + j] = 2 * p0 + p1 - 2 * p2 + p3;
      }
      for (let a = 0, to = at + 16 * c; a < 4; a++, to += 4) {
        const p0 = half[4 * a];
        const p1 = half[4 * a + 1];
        const p2 = half[4 * a + 2];
        const p3 = half[4 * a + 3];
        out[to] = p0;
        out[to + 1] = p1;
        out[to + 2] = -3 * p0 - 2 * p1 + 3 * p2 - p3;
        out[to + 3] = 2 * p0 + p1 - 2 * p2 + p3;
      }
    }
    this.#made[at / 32] = 1;
  }
}
