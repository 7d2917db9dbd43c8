import { fillFromCell } from '../../geometry/bicubic-cell';
import type { Bounds } from '../../geometry/path';
import { type MapFill, type PlaneMap, planeMap } from '../map';
import { Cells } from './cells';
import type { BendGrid } from './grid';
import { surfaceAt } from './surface';

/** The rectangle that a grid of shares lies over; of what is all but a line, it has some width all the same. */
export function gridFrame(b: Bounds): Bounds {
  const [w, h] = [b.x1 - b.x0, b.y1 - b.y0];
  const grown = (least: number, size: number) => Math.max(0, (least - size) / 2);
  const [gx, gy] = [grown(h / 8, w), grown(w / 8, h)];
  return { x0: b.x0 - gx, y0: b.y0 - gy, x1: b.x1 + gx, y1: b.y1 + gy };
}

/** A grid of shares as one in the units of what it lies over; `strength` is how much it bends, 1 as it is. */
export function gridOver(grid: BendGrid, b: Bounds, strength = 1): BendGrid {
  const size = [b.x1 - b.x0, b.y1 - b.y0];
  const from = [b.x0, b.y0];
  const { us, vs } = grid;
  const nodes = new Float64Array(grid.nodes.length);
  const rest = [0, 0, 1, 0, 0, 1, 0, 0];
  vs.forEach((v, j) => {
    us.forEach((u, i) => {
      rest[0] = u;
      rest[1] = v;
      const k = 8 * (j * us.length + i);
      for (let c = 0; c < 8; c++) {
        const at = rest[c] + strength * (grid.nodes[k + c] - rest[c]);
        // By u, by v, by both.
        const by = c < 2 ? 1 : c < 4 ? size[0] : c < 6 ? size[1] : size[0] * size[1];
        nodes[k + c] = (at * size[c % 2]) / by + (c < 2 ? from[c] : 0);
      }
    });
  });
  const place = (list: readonly number[], c: 0 | 1) => list.map((s) => from[c] + s * size[c]);
  return { us: place(us, 0), vs: place(vs, 1), nodes, own: grid.own };
}

/** The affine map nearest to where the nodes lie, by its four slopes: they lie on a raster, so those by u and by v part. */
function meanSlopes({ us, vs, nodes }: BendGrid): readonly [number, number, number, number] {
  const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / list.length;
  const [mu, mv] = [mean(us), mean(vs)];
  const spread = (list: readonly number[], m: number, times: number) =>
    times * list.reduce((sum, v) => sum + (v - m) ** 2, 0);
  const [su, sv] = [spread(us, mu, vs.length), spread(vs, mv, us.length)];
  const out: [number, number, number, number] = [0, 0, 0, 0];
  vs.forEach((v, j) => {
    us.forEach((u, i) => {
      const k = 8 * (j * us.length + i);
      for (let c = 0; c < 2; c++) {
        out[c] += ((u - mu) * nodes[k + c]) / su;
        out[2 + c] += ((v - mv) * nodes[k + c]) / sv;
      }
    });
  });
  return out;
}

/**
 * A grid as a map. Outside it goes on smoothly, ever less bent: a place s beyond the edge is looked up at s / (1 + s / L), and
 * the rest of its way goes by the grid's mean slopes; L is half of the grid's shorter side.
 */
export function gridMap(grid: BendGrid): PlaneMap {
  const { us, vs } = grid;
  const [u0, u1, v0, v1] = [us[0], us[us.length - 1], vs[0], vs[vs.length - 1]];
  const far = 0.5 * Math.min(u1 - u0, v1 - v0);
  const [mxu, myu, mxv, myv] = meanSlopes(grid);
  const s = new Float64Array(8);
  const edge = (x: number, lo: number, hi: number) => (x < lo ? lo : x > hi ? hi : x);
  const near = (x: number, e: number) => (x === e ? 1 : 1 / (1 + Math.abs(x - e) / far));
  const cells = new Cells(grid);
  const { coefficients } = cells;
  let [column, row] = [0, 0];
  // Places come in a row: the cell is sought from the one before on.
  const cellOf = (lines: readonly number[], x: number, from: number): number => {
    let i = from;
    while (i > 0 && x < lines[i]) i--;
    while (i < lines.length - 2 && x >= lines[i + 1]) i++;
    return i;
  };
  const inside: MapFill = (x, y, out) => {
    column = cellOf(us, x, column);
    row = cellOf(vs, y, row);
    const w = us[column + 1] - us[column];
    const h = vs[row + 1] - vs[row];
    fillFromCell(coefficients, cells.at(column, row), (x - us[column]) / w, (y - vs[row]) / h, w, h, out);
  };
  return planeMap((x, y, out) => {
    if (x >= u0 && x <= u1 && y >= v0 && y <= v1) {
      inside(x, y, out);
      return;
    }
    const [eu, ev] = [edge(x, u0, u1), edge(y, v0, v1)];
    const [ku, kv] = [near(x, eu), near(y, ev)];
    const u = eu + (x - eu) * ku;
    const v = ev + (y - ev) * kv;
    surfaceAt(grid, u, v, s);
    out[0] = s[0] + mxu * (x - u) + mxv * (y - v);
    out[1] = s[1] + myu * (x - u) + myv * (y - v);
    const [a, b] = [ku * ku, kv * kv];
    out[2] = s[2] * a + mxu * (1 - a);
    out[3] = s[3] * a + myu * (1 - a);
    out[4] = s[4] * b + mxv * (1 - b);
    out[5] = s[5] * b + myv * (1 - b);
  });
}
