import type { BendGrid } from './grid';

/** The cell of some lines that a place lies in; beyond them the outermost. */
function cellAt(lines: ArrayLike<number>, x: number): number {
  let i = 0;
  const last = lines.length - 2;
  while (i < last && x >= lines[i + 1]) i++;
  return i;
}

/**
 * Weights of the value and the slope at both lines of a cell, and their derivatives (cubic Hermite), into `b`; beyond the
 * lines straight on.
 */
function weights(lines: ArrayLike<number>, i: number, x: number, b: Float64Array): void {
  const w = lines[i + 1] - lines[i];
  const t = (x - lines[i]) / w;
  const u = 1 - t;
  if (t < 0 || t > 1) {
    b.fill(0);
    const k = t < 0 ? 0 : 2;
    b[k] = 1;
    b[k + 1] = x - lines[i + (k >> 1)];
    b[k + 5] = 1;
    return;
  }
  b[0] = u * u * (1 + 2 * t);
  b[1] = w * t * u * u;
  b[2] = t * t * (3 - 2 * t);
  b[3] = -w * t * t * u;
  b[6] = (6 * t * u) / w;
  b[4] = -b[6];
  b[5] = u * (1 - 3 * t);
  b[7] = t * (3 * t - 2);
}

const across = new Float64Array(8);
const down = new Float64Array(8);

/** All eight numbers of the surface at a place of its source, into `out`: what a node there would hold. */
export function surfaceAt(
  { us, vs, nodes }: Pick<BendGrid, 'us' | 'vs' | 'nodes'>,
  u: number,
  v: number,
  out: Float64Array,
): Float64Array {
  const i = cellAt(us, u);
  const j = cellAt(vs, v);
  weights(us, i, u, across);
  weights(vs, j, v, down);
  out.fill(0);
  for (let q = 0; q < 2; q++)
    for (let p = 0; p < 2; p++) {
      const k = 8 * ((j + q) * us.length + i + p);
      const h = 2 * p;
      const w = 2 * q;
      for (let c = 0; c < 2; c++) {
        const f = nodes[k + c];
        const fu = nodes[k + 2 + c];
        const fv = nodes[k + 4 + c];
        const fuv = nodes[k + 6 + c];
        const a = across[h] * f + across[h + 1] * fu;
        const b = across[h] * fv + across[h + 1] * fuv;
        const au = across[h + 4] * f + across[h + 5] * fu;
        const bu = across[h + 4] * fv + across[h + 5] * fuv;
        out[c] += down[w] * a + down[w + 1] * b;
        out[2 + c] += down[w] * au + down[w + 1] * bu;
        out[4 + c] += down[w + 4] * a + down[w + 5] * b;
        out[6 + c] += down[w + 4] * au + down[w + 5] * bu;
      }
    }
  return out;
}
