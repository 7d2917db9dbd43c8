import type { BendGrid } from './grid';

const binomials = [[1], [1, 1], [1, 2, 1], [1, 3, 3, 1], [1, 4, 6, 4, 1], [1, 5, 10, 10, 5, 1]];

/** How much a way across, (a, b) of 3 × 4, with one down, (e, f) of 4 × 3, counts for the coefficient of the determinant it goes to. */
const weights = new Float64Array(144);
const places = new Int32Array(144);
for (let p = 0; p < 12; p++)
  for (let q = 0; q < 12; q++) {
    const [a, b, e, f] = [Math.floor(p / 4), p % 4, Math.floor(q / 3), q % 3];
    const made = 9 * binomials[2][a] * binomials[3][e] * binomials[3][b] * binomials[2][f];
    weights[12 * p + q] = made / (binomials[5][a + e] * binomials[5][b + f]);
    places[12 * p + q] = 6 * (a + e) + b + f;
  }

/** The ways across and down between the control points of the cell at hand, in that order. */
const across = new Float64Array(24);
const down = new Float64Array(24);

type Lattice = Pick<BendGrid, 'us' | 'vs' | 'nodes'>;

/** Control points of a cell, x and y of the point i across and j down at 2 · (4 i + j), and how wide and high it is. */
interface ControlNet {
  readonly net: Float64Array;
  readonly wu: number;
  readonly wv: number;
}

const net = new Float64Array(32);

/** The control points of a cell, until those of another are asked for. */
export function controlNet({ us, vs, nodes }: Lattice, column: number, row: number): ControlNet {
  const [wu, wv] = [us[column + 1] - us[column], vs[row + 1] - vs[row]];
  const n = us.length;
  for (let q = 0; q < 2; q++)
    for (let p = 0; p < 2; p++) {
      const k = 8 * ((row + q) * n + column + p);
      const [su, sv] = [((p ? -1 : 1) * wu) / 3, ((q ? -1 : 1) * wv) / 3];
      for (let a = 0; a < 2; a++)
        for (let b = 0; b < 2; b++)
          for (let c = 0; c < 2; c++)
            net[2 * (4 * (p ? 3 - a : a) + (q ? 3 - b : b)) + c] =
              nodes[k + c] +
              a * su * nodes[k + 2 + c] +
              b * sv * nodes[k + 4 + c] +
              a * b * su * sv * nodes[k + 6 + c];
    }
  return { net, wu, wv };
}

/**
 * The 36 Bernstein coefficients, degree 5 × 5, of the Jacobian's determinant over a cell: the determinant has their sign wherever
 * they agree (products of Bernstein forms, Farin, Curves and Surfaces for CAGD). Row i goes with u, column j with v.
 */
export function determinantNet({ us, vs, nodes }: Lattice, column: number, row: number): Float64Array {
  const { wu, wv } = controlNet({ us, vs, nodes }, column, row);
  for (let k = 0; k < 12; k++) {
    const [u, v] = [2 * k, 2 * (4 * Math.floor(k / 3) + (k % 3))];
    for (let c = 0; c < 2; c++) {
      across[u + c] = net[u + 8 + c] - net[u + c];
      down[u + c] = net[v + 2 + c] - net[v + c];
    }
  }
  const out = new Float64Array(36);
  const area = 1 / (wu * wv);
  for (let p = 0; p < 12; p++)
    for (let q = 0; q < 12; q++) {
      const cross = across[2 * p] * down[2 * q + 1] - across[2 * p + 1] * down[2 * q];
      out[places[12 * p + q]] += weights[12 * p + q] * cross * area;
    }
  return out;
}

/** Both halves of a net, cut along u or along v (de Casteljau). */
function halves(net: Float64Array, alongU: boolean): [Float64Array, Float64Array] {
  const [a, b] = [net.slice(), net.slice()];
  const [step, line] = alongU ? [6, 1] : [1, 6];
  const t = new Float64Array(6);
  for (let r = 0; r < 6; r++) {
    for (let m = 0; m < 6; m++) t[m] = net[r * line + m * step];
    for (let k = 0; k < 6; k++) {
      a[r * line + k * step] = t[0];
      b[r * line + (5 - k) * step] = t[5 - k];
      for (let m = 0; m < 5 - k; m++) t[m] = (t[m] + t[m + 1]) / 2;
    }
  }
  return [a, b];
}

/** Bounds that the least determinant over a net surely lies between: folded where the upper is not above 0, unfolded where the lower is. */
export function leastDeterminant(net: Float64Array, depth = 8): readonly [number, number] {
  const low = Math.min(...net);
  const high = Math.min(net[0], net[5], net[30], net[35]);
  if (low > 0 || high <= 0 || depth === 0) return [low, high];
  const parts = halves(net, (depth & 1) === 1).map((h) => leastDeterminant(h, depth - 1));
  return [Math.min(parts[0][0], parts[1][0]), Math.min(parts[0][1], parts[1][1])];
}

/**
 * Whether the way across at every place of a cell surely turns the same way round to the way down at every other: each edge of
 * its net of control points across against each down. Then it is folded nowhere; it is quicker to see than the determinant.
 */
function isEven(grid: Lattice, column: number, row: number): boolean {
  controlNet(grid, column, row);
  for (let a = 0; a < 3; a++)
    for (let b = 0; b < 4; b++) {
      const i = 2 * (4 * a + b);
      const [ux, uy] = [net[i + 8] - net[i], net[i + 9] - net[i + 1]];
      for (let e = 0; e < 4; e++)
        for (let f = 0; f < 3; f++) {
          const j = 2 * (4 * e + f);
          if (!(ux * (net[j + 3] - net[j + 1]) - uy * (net[j + 2] - net[j]) > 0)) return false;
        }
    }
  return true;
}

/** The cells of a grid that are folded somewhere, by column and row. */
export function foldedCells(grid: BendGrid): { readonly column: number; readonly row: number }[] {
  const out: { column: number; row: number }[] = [];
  for (let row = 0; row + 1 < grid.vs.length; row++)
    for (let column = 0; column + 1 < grid.us.length; column++)
      if (!isEven(grid, column, row) && leastDeterminant(determinantNet(grid, column, row))[1] <= 0)
        out.push({ column, row });
  return out;
}
