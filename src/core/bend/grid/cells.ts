import type { BendGrid } from './grid';

/** Powers of a share of a cell from the values and slopes at both its lines (cubic Hermite). */
const hermite = [
  [1, 0, 0, 0],
  [0, 1, 0, 0],
  [-3, -2, 3, -1],
  [2, 1, -2, 1],
];

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
    const data = new Float64Array(16);
    const half = new Float64Array(16);
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
      for (let a = 0; a < 4; a++)
        for (let j = 0; j < 4; j++) {
          let s = 0;
          for (let i = 0; i < 4; i++) s += hermite[a][i] * data[4 * i + j];
          half[4 * a + j] = s;
        }
      for (let a = 0; a < 4; a++)
        for (let b = 0; b < 4; b++) {
          let s = 0;
          for (let j = 0; j < 4; j++) s += hermite[b][j] * half[4 * a + j];
          out[at + 16 * c + 4 * a + b] = s;
        }
    }
    this.#made[at / 32] = 1;
  }
}
