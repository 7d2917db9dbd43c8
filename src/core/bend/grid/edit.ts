import type { Point } from '../../geometry/vector';
import { type BendGrid, gridOf, nodeIndex } from './grid';
import { surfaceAt } from './surface';

/** The slope at line i of values by the parabola through three neighbours (Bessel; Catmull-Rom where lines are even). */
function slope(lines: readonly number[], value: (i: number) => number, i: number): number {
  const n = lines.length;
  if (n === 2) return (value(1) - value(0)) / (lines[1] - lines[0]);
  const k = Math.min(Math.max(i, 1), n - 2);
  const [a, b] = [lines[k] - lines[k - 1], lines[k + 1] - lines[k]];
  const [p, q] = [(value(k) - value(k - 1)) / a, (value(k + 1) - value(k)) / b];
  const m = (p * b + q * a) / (a + b);
  return i === k ? m : i < k ? 2 * p - m : 2 * q - m;
}

/**
 * A surface that is 0 but at some nodes, with slopes that run smoothly through its neighbours, those of nodes with their own
 * handles left at 0, and twists after Adini, which keep bilinear surfaces as they are.
 */
function bump({ us, vs, own }: BendGrid, moves: ReadonlyMap<number, Point>): Float64Array {
  const n = us.length;
  const out = new Float64Array(8 * n * vs.length);
  for (const [k, { x, y }] of moves) {
    out[8 * k] = x;
    out[8 * k + 1] = y;
  }
  const each = (work: (i: number, j: number, k: number) => void) =>
    vs.forEach((_, j) => {
      us.forEach((_, i) => {
        work(i, j, j * n + i);
      });
    });
  const at = (i: number, j: number, c: number) => out[8 * (j * n + i) + c];
  each((i, j, k) => {
    if (own[k]) return;
    for (let c = 0; c < 2; c++) {
      out[8 * k + 2 + c] = slope(us, (p) => at(p, j, c), i);
      out[8 * k + 4 + c] = slope(vs, (q) => at(i, q, c), j);
    }
  });
  each((i, j, k) => {
    for (let c = 0; c < 2; c++)
      out[8 * k + 6 + c] =
        slope(vs, (q) => at(i, q, 2 + c), j) +
        slope(us, (p) => at(p, j, 4 + c), i) -
        slope(vs, (q) => slope(us, (p) => at(p, q, c), i), j);
  });
  return out;
}

const plus = (grid: BendGrid, more: Float64Array): BendGrid => ({
  ...grid,
  nodes: grid.nodes.map((v, i) => v + more[i]),
});

/** A grid with some nodes moved by as much each, and everything about them with them, smoothly. */
export const withMoved = (grid: BendGrid, moves: ReadonlyMap<number, Point>): BendGrid =>
  plus(grid, bump(grid, moves));

/** Directions in which a node's handles stand off. */
export const handleSides = { left: [2, -1], right: [2, 1], up: [4, -1], down: [4, 1] } as const;
export type HandleSide = keyof typeof handleSides;

/** Width of the cells that a node's handles are told by: the next one on its side, or the only one there is. */
function reach(grid: BendGrid, k: number, side: HandleSide): number {
  const n = grid.us.length;
  const [lines, i] = handleSides[side][0] === 2 ? [grid.us, k % n] : [grid.vs, Math.floor(k / n)];
  const by = handleSides[side][1];
  const j = lines[i + by] === undefined ? i - by : i + by;
  return Math.abs(lines[j] - lines[i]);
}

/** Where the handle of a node stands. */
export function handleAt(grid: BendGrid, k: number, side: HandleSide): Point {
  const [c, by] = handleSides[side];
  const r = (by * reach(grid, k, side)) / 3;
  const [x, y, dx, dy] = [0, 1, c, c + 1].map((i) => grid.nodes[8 * k + i]);
  return { x: x + r * dx, y: y + r * dy };
}

/** A grid with a node's handle at a place, the one across from it turned along. */
export function withHandle(grid: BendGrid, k: number, side: HandleSide, to: Point): BendGrid {
  const now = handleAt(grid, k, side);
  if (Math.hypot(to.x - now.x, to.y - now.y) < 1e-12) return grid;
  const [c, by] = handleSides[side];
  const r = (by * reach(grid, k, side)) / 3;
  const nodes = grid.nodes.slice();
  nodes[8 * k + c] = (to.x - nodes[8 * k]) / r;
  nodes[8 * k + c + 1] = (to.y - nodes[8 * k + 1]) / r;
  return { ...grid, nodes, own: grid.own.map((o, i) => o || i === k) };
}

/** A grid with a line more at a place of its source, and the very same surface. */
function withLine(grid: BendGrid, at: number, axis: 'u' | 'v'): BendGrid {
  const insert = (list: readonly number[]) => [...list, at].sort((a, b) => a - b);
  const lines = axis === 'u' ? grid.us : grid.vs;
  if (!(at > lines[0] && at < lines[lines.length - 1]) || lines.includes(at)) return grid;
  const [us, vs] = axis === 'u' ? [insert(grid.us), grid.vs] : [grid.us, insert(grid.vs)];
  const next = gridOf(us, vs, (u, v) => {
    const [i, j] = [grid.us.indexOf(u), grid.vs.indexOf(v)];
    const k = 8 * nodeIndex(grid, i, j);
    return i < 0 || j < 0 ? surfaceAt(grid, u, v, new Float64Array(8)) : grid.nodes.subarray(k, k + 8);
  });
  const own = vs.flatMap((v) =>
    us.map((u) => {
      const [i, j] = [grid.us.indexOf(u), grid.vs.indexOf(v)];
      return i >= 0 && j >= 0 && grid.own[nodeIndex(grid, i, j)];
    }),
  );
  return { ...next, own };
}

export const withColumnAt = (grid: BendGrid, u: number): BendGrid => withLine(grid, u, 'u');
export const withRowAt = (grid: BendGrid, v: number): BendGrid => withLine(grid, v, 'v');

/** A grid without a line between others; what it alone held is lost. */
function withoutLine(grid: BendGrid, index: number, axis: 'u' | 'v'): BendGrid {
  const lines = axis === 'u' ? grid.us : grid.vs;
  if (index <= 0 || index >= lines.length - 1) return grid;
  const n = grid.us.length;
  const stays = (k: number) => (axis === 'u' ? k % n : Math.floor(k / n)) !== index;
  const rest = (list: readonly number[], of: 'u' | 'v') =>
    of === axis ? list.filter((_, i) => i !== index) : list;
  return {
    us: rest(grid.us, 'u'),
    vs: rest(grid.vs, 'v'),
    nodes: grid.nodes.filter((_, i) => stays(Math.floor(i / 8))),
    own: grid.own.filter((_, k) => stays(k)),
  };
}

export const withoutColumn = (grid: BendGrid, column: number): BendGrid => withoutLine(grid, column, 'u');
export const withoutRow = (grid: BendGrid, row: number): BendGrid => withoutLine(grid, row, 'v');

/** The middle of the widest gap between some lines. */
function widestGap(lines: readonly number[]): number {
  let best = 1;
  for (let i = 2; i < lines.length; i++)
    if (lines[i] - lines[i - 1] > lines[best] - lines[best - 1] + 1e-12) best = i;
  return (lines[best] + lines[best - 1]) / 2;
}

/** A grid with so many columns and rows: lines come into the widest gaps and leave nothing moved, or go from the end. */
export function withCells(grid: BendGrid, columns: number, rows: number): BendGrid {
  let next = grid;
  while (next.us.length - 1 < columns) next = withColumnAt(next, widestGap(next.us));
  while (next.vs.length - 1 < rows) next = withRowAt(next, widestGap(next.vs));
  while (next.us.length - 1 > columns) next = withoutColumn(next, next.us.length - 2);
  while (next.vs.length - 1 > rows) next = withoutRow(next, next.vs.length - 2);
  return next;
}

/** A grid with some nodes, or all, where they were at first, and smooth about there. */
export function withReset(grid: BendGrid, which: readonly number[] | null): BendGrid {
  const n = grid.us.length;
  const all = which ?? grid.own.map((_, k) => k);
  const moves = new Map(
    all.map((k) => [
      k,
      { x: grid.us[k % n] - grid.nodes[8 * k], y: grid.vs[Math.floor(k / n)] - grid.nodes[8 * k + 1] },
    ]),
  );
  // All of them are plain again, to the bit.
  if (all.length === grid.own.length) return gridOf(grid.us, grid.vs, (u, v) => [u, v, 1, 0, 0, 1, 0, 0]);
  const own = grid.own.map((o, k) => o && !moves.has(k));
  const moved = withMoved({ ...grid, own }, moves);
  // Handles of their own go as well: back to what the nodes about them say.
  const smooth = gridOf(grid.us, grid.vs, () => [0, 0, 0, 0, 0, 0, 0, 0]);
  const places = new Map(
    own.map((_, k) => [k, { x: moved.nodes[8 * k], y: moved.nodes[8 * k + 1] }] as const),
  );
  const anew = bump({ ...smooth, own: grid.own.map(() => false) }, places);
  const nodes = moved.nodes.map((v, i) =>
    grid.own[Math.floor(i / 8)] && moves.has(Math.floor(i / 8)) ? anew[i] : v,
  );
  return { ...moved, nodes };
}
