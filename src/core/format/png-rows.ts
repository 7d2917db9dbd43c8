import { type Kernels, makeKernels } from '../raster/kernels';

/** Filters by their numbers in a file (PNG 3rd edition, 9.2), the cheapest first: up, left and Paeth's. */
const filters = [2, 1, 4] as const;

/** Rows from one choice of a filter to the next: neighbours are alike. */
const chooseEvery = 4;

/** Bytes before and beyond a row that the kernels may touch. */
const margin = 16;

let shared: Kernels | null = null;

/**
 * Filters rows of a PNG, each by the filter that leaves the smallest differences. Files that are written in turns share the memory of the
 * kernels: nothing is left there from one row to the next.
 */
export class PngRows {
  private readonly kernels: Kernels;
  private readonly memory: Uint8Array;
  /** Places in the memory: the row at hand, the one above, and what each filter makes. */
  private readonly row: number;
  private readonly above: number;
  private readonly results: readonly number[];
  private readonly before: Uint8Array;
  private rows = 0;
  private best = 0;

  /**
   * @param stride Bytes of a row.
   * @param pixel Bytes of a pixel, at most 16.
   * @throws RangeError where rows are longer than there is memory for.
   */
  constructor(
    private readonly stride: number,
    private readonly pixel: number,
  ) {
    shared ??= makeKernels();
    this.kernels = shared;
    const room = (stride + 2 * margin + 15) & ~15;
    if ((2 + filters.length) * room > this.kernels.inputBytes())
      throw new RangeError('The rows of the picture are longer than there is memory for.');
    this.memory = new Uint8Array(this.kernels.memory.buffer);
    const start = this.kernels.input();
    this.row = start + margin;
    this.above = this.row + room;
    this.results = filters.map((_, k) => start + (2 + k) * room);
    this.before = new Uint8Array(stride);
  }

  /** Writes a row to `out` at `offset`: the number of its filter, then its bytes as that filter leaves them. */
  put(row: Uint8Array, out: Uint8Array, offset: number): void {
    this.lay(row, this.row);
    this.lay(this.before, this.above);
    this.before.set(row);
    if (this.rows++ % chooseEvery === 0) this.best = this.choose();
    else this.run(this.best);
    out[offset] = filters[this.best];
    const result = this.results[this.best];
    out.set(this.memory.subarray(result, result + this.stride), offset + 1);
  }

  /** Lays a row into the memory, noughts before it. */
  private lay(row: Uint8Array, place: number): void {
    this.memory.fill(0, place - margin, place);
    this.memory.set(row, place);
  }

  private run(k: number): number {
    const { kernels, stride, pixel, row, above, results } = this;
    return kernels.filterRow(filters[k], row, above, stride, pixel, results[k]);
  }

  private choose(): number {
    let least = Number.POSITIVE_INFINITY;
    let best = 0;
    for (let k = 0; k < filters.length && least > 0; k++) {
      const sum = this.run(k);
      if (sum < least) [least, best] = [sum, k];
    }
    return best;
  }
}
