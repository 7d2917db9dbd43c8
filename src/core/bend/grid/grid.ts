/**
 * A grid of curved cells over a source rectangle: between its lines the surface is a bicubic Hermite patch, so that it is smooth
 * throughout. A node holds where it lies and how the surface runs there, all by a unit of the source.
 */
export interface BendGrid {
  /** Places of the columns' and rows' lines in the source, rising. */
  readonly us: readonly number[];
  readonly vs: readonly number[];
  /** Eight numbers a node, column fastest: x, y, and these by u, by v, and by both. */
  readonly nodes: Float64Array;
  /** For each node whether its handles are its own: they stay when neighbours move. */
  readonly own: readonly boolean[];
}

/** Most rows or columns. */
export const mostLines = 24;

/** Numbers that a node is stored in: its eight, and whether its handles are its own. */
const stored = 9;

export const nodeIndex = ({ us }: BendGrid, column: number, row: number): number => row * us.length + column;

const evenly = (n: number): number[] => Array.from({ length: n + 1 }, (_, i) => i / n);

/** A grid over 0–1 that bends nothing. */
export function plainGrid(columns: number, rows: number): BendGrid {
  return gridOf(evenly(columns), evenly(rows), (u, v) => [u, v, 1, 0, 0, 1, 0, 0]);
}

/** A grid over some lines whose nodes are told by where they lie in the source. */
export function gridOf(
  us: readonly number[],
  vs: readonly number[],
  node: (u: number, v: number) => ArrayLike<number>,
): BendGrid {
  const nodes = new Float64Array(8 * us.length * vs.length);
  vs.forEach((v, j) => {
    us.forEach((u, i) => {
      nodes.set(Array.from(node(u, v)), 8 * (j * us.length + i));
    });
  });
  return { us, vs, nodes, own: Array.from({ length: us.length * vs.length }, () => false) };
}

/** Whether it leaves every place where it is. */
export const isPlain = ({ us, vs, nodes }: BendGrid): boolean =>
  vs.every((v, j) =>
    us.every((u, i) => [u, v, 1, 0, 0, 1, 0, 0].every((k, c) => nodes[8 * (j * us.length + i) + c] === k)),
  );

/** Greatest magnitude of a stored number: places of nodes are shares of what is bent. */
const farthest = 1e4;

const within = (v: number): number => Math.min(farthest, Math.max(-farthest, v));

/** A grid as it is stored: columns, rows, the places of their lines, then the nodes, none farther off than they may be. */
export const gridNumbers = ({ us, vs, nodes, own }: BendGrid): number[] => [
  us.length - 1,
  vs.length - 1,
  ...us,
  ...vs,
  ...own.flatMap((o, k) => [...Array.from(nodes.subarray(8 * k, 8 * k + 8), within), o ? 1 : 0]),
];

const rising = (list: readonly number[]): boolean =>
  list[0] === 0 && list[list.length - 1] === 1 && list.every((v, i) => !i || v > list[i - 1]);

/** Why numbers are no grid, in plain words, or null where they are one. */
export function gridFault(value: unknown): string | null {
  if (!Array.isArray(value) || !value.every((v) => typeof v === 'number' && Math.abs(v) <= farthest))
    return `must be a list of numbers, none beyond ${farthest}`;
  const [columns, rows] = value as number[];
  const whole = (n: number) => Number.isInteger(n) && n >= 1 && n <= mostLines;
  if (!whole(columns) || !whole(rows)) return `must begin with 1 to ${mostLines} columns and rows`;
  const lines = 2 + columns + 1 + rows + 1;
  const needs = lines + stored * (columns + 1) * (rows + 1);
  if (value.length !== needs) return `must have ${needs} numbers for ${columns} × ${rows} cells`;
  return rising(value.slice(2, columns + 3)) && rising(value.slice(columns + 3, lines))
    ? null
    : 'must have its lines in rising order from 0 to 1';
}

const read = new WeakMap<readonly number[], BendGrid>();

/** The grid that sound numbers tell; the same object for the same numbers. */
export function gridFrom(numbers: readonly number[]): BendGrid {
  let grid = read.get(numbers);
  if (!grid) {
    const [columns, rows] = numbers;
    const us = numbers.slice(2, columns + 3);
    const vs = numbers.slice(columns + 3, columns + rows + 4);
    const rest = numbers.slice(columns + rows + 4);
    const count = us.length * vs.length;
    const nodes = new Float64Array(8 * count);
    for (let k = 0; k < count; k++) nodes.set(rest.slice(stored * k, stored * k + 8), 8 * k);
    grid = { us, vs, nodes, own: Array.from({ length: count }, (_, k) => rest[stored * k + 8] === 1) };
    read.set(numbers, grid);
  }
  return grid;
}
