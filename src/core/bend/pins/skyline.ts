/** A symmetric positive matrix within a band about its diagonal; factored once, it solves for many right sides. */
export class Skyline {
  readonly #rows: Float64Array;
  readonly #first: Int32Array;

  constructor(
    readonly size: number,
    readonly band: number,
  ) {
    this.#rows = new Float64Array(size * (band + 1));
    this.#first = new Int32Array(size);
  }

  get bytes(): number {
    return this.#rows.byteLength + this.#first.byteLength;
  }

  /** Adds to the entry of a row and a column; those above the diagonal are those below it. */
  add(i: number, j: number, v: number): void {
    if (j <= i) this.#rows[i * (this.band + 1) + j - i + this.band] += v;
  }

  /** Cholesky's factor, within what each row has of entries. */
  factor(): void {
    const { size: n, band } = this;
    const m = this.#rows;
    const first = this.#first;
    for (let i = 0; i < n; i++) {
      const ri = i * (band + 1) + band - i;
      first[i] = Math.max(0, i - band);
      while (m[ri + first[i]] === 0) first[i]++;
      for (let j = first[i]; j <= i; j++) {
        const rj = j * (band + 1) + band - j;
        let s = m[ri + j];
        for (let k = Math.max(first[i], first[j]); k < j; k++) s -= m[ri + k] * m[rj + k];
        m[ri + j] = i === j ? Math.sqrt(s) : s / m[rj + j];
      }
    }
  }

  /** Solves for two right sides at once, whose numbers lie in turn in `b`, in place. */
  solve(b: Float64Array): void {
    const { size: n, band } = this;
    const m = this.#rows;
    const first = this.#first;
    for (let i = 0; i < n; i++) {
      const r = i * (band + 1) + band - i;
      let [s, t] = [b[2 * i], b[2 * i + 1]];
      for (let k = first[i]; k < i; k++) {
        s -= m[r + k] * b[2 * k];
        t -= m[r + k] * b[2 * k + 1];
      }
      b[2 * i] = s / m[r + i];
      b[2 * i + 1] = t / m[r + i];
    }
    for (let i = n - 1; i >= 0; i--) {
      const r = i * (band + 1) + band - i;
      b[2 * i] /= m[r + i];
      b[2 * i + 1] /= m[r + i];
      const [s, t] = [b[2 * i], b[2 * i + 1]];
      for (let k = first[i]; k < i; k++) {
        b[2 * k] -= m[r + k] * s;
        b[2 * k + 1] -= m[r + k] * t;
      }
    }
  }
}
