import { formatHex, parseHex, type Rgba } from '../colour/colour';
import { type Cubic, reverseCubic } from '../geometry/cubic';
import {
  columnCurve,
  coonsPatch,
  curveDown,
  folds,
  type Knot,
  type Pair,
  type PatchPoints,
  rowCurve,
  splitRow,
} from './patch';

/** A node with its colour as hex. */
export interface ColourKnot extends Knot {
  readonly colour: string;
}

/** Rows × columns of patches; nodes row by row, one more in each direction. */
export interface Mesh {
  readonly rows: number;
  readonly columns: number;
  readonly nodes: readonly ColourKnot[];
}

/** Most rows or columns of a mesh. */
export const mostPatches = 60;

export const knotAt = <M extends Mesh>({ columns, nodes }: M, row: number, column: number): ColourKnot =>
  nodes[row * (columns + 1) + column];

/** The patch whose top left node stands in a row and a column. */
export const patchAt = (mesh: Mesh, row: number, column: number): PatchPoints =>
  coonsPatch(
    knotAt(mesh, row, column),
    knotAt(mesh, row, column + 1),
    knotAt(mesh, row + 1, column),
    knotAt(mesh, row + 1, column + 1),
  );

const foldMemo = new WeakMap<Knot, { others: readonly Knot[]; folds: boolean }>();

/** Whether a patch folds over itself; remembered as long as its nodes are the same. */
export function patchFolds(mesh: Mesh, row: number, column: number): boolean {
  const tl = knotAt(mesh, row, column);
  const others = [
    knotAt(mesh, row, column + 1),
    knotAt(mesh, row + 1, column),
    knotAt(mesh, row + 1, column + 1),
  ];
  const known = foldMemo.get(tl);
  if (known?.others.every((k, i) => k === others[i])) return known.folds;
  const found = folds(patchAt(mesh, row, column));
  foldMemo.set(tl, { others, folds: found });
  return found;
}

/** The colour a share of the way from one to another, mixed as stored. */
function between(a: string, b: string, t: number): string {
  const [p, q] = [parseHex(a), parseHex(b)];
  // Premultiplied, as the raster mixes them.
  const alpha = p[3] + (q[3] - p[3]) * t;
  const mix = (i: 0 | 1 | 2) => (alpha > 0 ? (p[i] * p[3] * (1 - t) + q[i] * q[3] * t) / alpha : 0);
  return formatHex([mix(0), mix(1), mix(2), alpha] as Rgba);
}

/** The mesh with rows and columns exchanged. */
function flipped(mesh: Mesh): Mesh {
  const nodes: ColourKnot[] = [];
  for (let c = 0; c <= mesh.columns; c++)
    for (let r = 0; r <= mesh.rows; r++) {
      const k = knotAt(mesh, r, c);
      nodes.push({ ...k, left: k.up, right: k.down, up: k.left, down: k.right });
    }
  return { rows: mesh.columns, columns: mesh.rows, nodes };
}

const ends = (c: readonly number[]) => ({
  first: [c[2] - c[0], c[3] - c[1]] as Pair,
  last: [c[4] - c[6], c[5] - c[7]] as Pair,
});

/**
 * The mesh with a new column of nodes a share `u` across the patches of a column. The surface stays
 * what it was: a Coons patch cut along its lines is made of Coons patches.
 * @throws RangeError where there are too many columns already.
 */
export function withColumn(mesh: Mesh, column: number, u: number): Mesh {
  if (mesh.columns >= mostPatches)
    throw new RangeError(`A mesh has at most ${mostPatches} columns and rows.`);
  const rows: ColourKnot[][] = [];
  for (let r = 0; r <= mesh.rows; r++) {
    const line = Array.from({ length: mesh.columns + 1 }, (_, c) => knotAt(mesh, r, c));
    const [a, b] = [line[column], line[column + 1]];
    const cut = splitRow(a, b, u);
    const above = r > 0 ? ends(curveDown(patchAt(mesh, r - 1, column), u)).last : null;
    const below = r < mesh.rows ? ends(curveDown(patchAt(mesh, r, column), u)).first : null;
    const away = (d: Pair | null): Pair => (d ? [-d[0], -d[1]] : [0, 0]);
    line.splice(
      column,
      2,
      { ...a, right: cut.start },
      {
        ...cut.middle,
        up: above ?? away(below),
        down: below ?? away(above),
        colour: between(a.colour, b.colour, u),
      },
      { ...b, left: cut.end },
    );
    rows.push(line);
  }
  return { rows: mesh.rows, columns: mesh.columns + 1, nodes: rows.flat() };
}

/** The mesh with a new row of nodes a share `v` down the patches of a row. */
export const withRow = (mesh: Mesh, row: number, v: number): Mesh =>
  flipped(withColumn(flipped(mesh), row, v));

/** The mesh without one of its inner columns of nodes; what was cut there before grows together exactly. */
export function withoutColumn(mesh: Mesh, column: number): Mesh {
  if (column <= 0 || column >= mesh.columns) return mesh;
  const nodes: ColourKnot[] = [];
  for (let r = 0; r <= mesh.rows; r++) {
    const gone = knotAt(mesh, r, column);
    const [p, q] = [Math.hypot(...gone.left), Math.hypot(...gone.right)];
    const t = p + q > 0 ? Math.min(0.95, Math.max(0.05, p / (p + q))) : 0.5;
    for (let c = 0; c <= mesh.columns; c++) {
      if (c === column) continue;
      const k = knotAt(mesh, r, c);
      if (c === column - 1) nodes.push({ ...k, right: [k.right[0] / t, k.right[1] / t] });
      else if (c === column + 1) nodes.push({ ...k, left: [k.left[0] / (1 - t), k.left[1] / (1 - t)] });
      else nodes.push(k);
    }
  }
  return { rows: mesh.rows, columns: mesh.columns - 1, nodes };
}

/** The mesh without one of its inner rows of nodes. */
export const withoutRow = (mesh: Mesh, row: number): Mesh => flipped(withoutColumn(flipped(mesh), row));

/** One stretch of a mesh's outer edge: from node to node, and the curve between them. */
export interface EdgeStretch {
  readonly from: readonly [row: number, column: number];
  readonly to: readonly [row: number, column: number];
  readonly curve: Cubic;
}

/** The outer edge of a mesh, clockwise from the top left. */
export function meshEdge(mesh: Mesh): EdgeStretch[] {
  const { rows, columns } = mesh;
  const walk: [number, number][] = [
    ...Array.from({ length: columns }, (_, c): [number, number] => [0, c]),
    ...Array.from({ length: rows }, (_, r): [number, number] => [r, columns]),
    ...Array.from({ length: columns }, (_, c): [number, number] => [rows, columns - c]),
    ...Array.from({ length: rows }, (_, r): [number, number] => [rows - r, 0]),
  ];
  return walk.map((from, i) => {
    const to = walk[(i + 1) % walk.length];
    const [a, b] = [knotAt(mesh, ...from), knotAt(mesh, ...to)];
    const onward = to[1] > from[1] || to[0] > from[0];
    const along = to[0] === from[0] ? rowCurve : columnCurve;
    return { from, to, curve: onward ? along(a, b) : reverseCubic(along(b, a)) };
  });
}
