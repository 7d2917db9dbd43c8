/** Weights of the uniform cubic B-spline at a share of a cell, and of its slope. */
function weights(t: number, w: Float64Array, d: Float64Array): void {
  const u = 1 - t;
  w[0] = (u * u * u) / 6;
  w[1] = (3 * t * t * t - 6 * t * t + 4) / 6;
  w[2] = (3 * u * u * u - 6 * u * u + 4) / 6;
  w[3] = (t * t * t) / 6;
  const m = 1 + 2 * t * u;
  d[0] = (-u * u) / 2;
  d[1] = (u * u - m) / 2;
  d[2] = (m - t * t) / 2;
  d[3] = (t * t) / 2;
}

/** The pole of the filter that turns samples into coefficients of the cubic B-spline through them (Unser, Aldroubi & Eden 1991). */
const pole = Math.sqrt(3) - 2;

function filterLine(data: Float64Array, from: number, step: number, n: number): void {
  if (n < 2) return;
  let g = 0;
  for (let i = 0, k = 1; i < Math.min(n, 24); i++, k *= pole) g += k * data[from + i * step];
  data[from] = g;
  for (let i = 1; i < n; i++) data[from + i * step] += pole * data[from + (i - 1) * step];
  const end = from + (n - 1) * step;
  data[end] = (pole / (pole * pole - 1)) * (data[end] + pole * data[end - step]);
  for (let k = end - step; k >= from; k -= step) data[k] = pole * (data[k + step] - data[k]);
  for (let i = 0; i < n; i++) data[from + i * step] *= 6;
}

const inside = (i: number, n: number): number => {
  if (n === 1) return 0;
  const j = i < 0 ? -i : i >= n ? 2 * n - 2 - i : i;
  return Math.min(n - 1, Math.max(0, j));
};

/** A smooth surface through samples on a lattice: the interpolating cubic B-spline. */
export class SmoothField {
  readonly #coefficients: Float64Array;
  readonly #wx = new Float64Array(4);
  readonly #dx = new Float64Array(4);
  readonly #wy = new Float64Array(4);
  readonly #dy = new Float64Array(4);

  constructor(
    readonly samples: Float64Array,
    readonly width: number,
    readonly height: number,
  ) {
    const data = Float64Array.from(samples);
    for (let j = 0; j < height; j++) filterLine(data, j * width, 1, width);
    for (let i = 0; i < width; i++) filterLine(data, i, width, height);
    this.#coefficients = data;
  }

  /** Writes its value at a place counted in samples, and how it grows across and down. */
  at(x: number, y: number, out: Float64Array): void {
    const [i, j] = [Math.floor(x), Math.floor(y)];
    weights(x - i, this.#wx, this.#dx);
    weights(y - j, this.#wy, this.#dy);
    out.fill(0);
    for (let q = 0; q < 4; q++) {
      const row = inside(j - 1 + q, this.height) * this.width;
      for (let p = 0; p < 4; p++) {
        const c = this.#coefficients[row + inside(i - 1 + p, this.width)];
        out[0] += this.#wx[p] * this.#wy[q] * c;
        out[1] += this.#dx[p] * this.#wy[q] * c;
        out[2] += this.#wx[p] * this.#dy[q] * c;
      }
    }
  }
}
