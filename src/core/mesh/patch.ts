import { type Cubic, splitCubic } from '../geometry/cubic';

/** Places or displacements, x and y. */
export type Pair = readonly [number, number];

/** A node of a mesh with its four handles, relative to it; all in one coordinate system. */
export interface Knot {
  readonly x: number;
  readonly y: number;
  readonly left: Pair;
  readonly right: Pair;
  readonly up: Pair;
  readonly down: Pair;
}

/** Control points of a bicubic patch: x, y of the point i along its width and j along its height at 2 · (4 i + j). */
export type PatchPoints = Float64Array;

const sum = (n: { x: number; y: number }, d: Pair): Pair => [n.x + d[0], n.y + d[1]];

const curve = (a: Knot, leaving: Pair, arriving: Pair, b: Knot): Cubic => [
  a.x,
  a.y,
  ...sum(a, leaving),
  ...sum(b, arriving),
  b.x,
  b.y,
];

/** The curve from a knot to the next one in its row. */
export const rowCurve = (a: Knot, b: Knot): Cubic => curve(a, a.right, b.left, b);

/** The curve from a knot to the one below it. */
export const columnCurve = (a: Knot, b: Knot): Cubic => curve(a, a.down, b.up, b);

/**
 * The tensor-product form of the Coons patch between four knots, top left, top right, bottom left,
 * bottom right: its inner control points follow from its edges (ISO 32000-1, 8.7.4.5.8).
 */
export function coonsPatch(tl: Knot, tr: Knot, bl: Knot, br: Knot): PatchPoints {
  const out = new Float64Array(32);
  const put = (i: number, j: number, x: number, y: number) => {
    out[2 * (4 * i + j)] = x;
    out[2 * (4 * i + j) + 1] = y;
  };
  const top = rowCurve(tl, tr);
  const bottom = rowCurve(bl, br);
  const left = columnCurve(tl, bl);
  const right = columnCurve(tr, br);
  for (let k = 0; k < 4; k++) {
    put(k, 0, top[2 * k], top[2 * k + 1]);
    put(k, 3, bottom[2 * k], bottom[2 * k + 1]);
    put(0, k, left[2 * k], left[2 * k + 1]);
    put(3, k, right[2 * k], right[2 * k + 1]);
  }
  for (const i of [1, 2])
    for (const j of [1, 2]) {
      // The corner that is near, and the one opposite; those beside the near one.
      const [ni, fi] = i === 1 ? [0, 3] : [3, 0];
      const [nj, fj] = j === 1 ? [0, 3] : [3, 0];
      const inner = (c: 0 | 1) => {
        const at = (p: number, q: number) => out[2 * (4 * p + q) + c];
        return (
          (-4 * at(ni, nj) +
            6 * (at(ni, j) + at(i, nj)) -
            2 * (at(ni, fj) + at(fi, nj)) +
            3 * (at(fi, j) + at(i, fj)) -
            at(fi, fj)) /
          9
        );
      };
      put(i, j, inner(0), inner(1));
    }
  return out;
}

/** Bernstein weights of a cubic. */
export function weights(t: number): readonly [number, number, number, number] {
  const s = 1 - t;
  return [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t];
}

/** A place on a patch, u along its width and v along its height, 0–1. */
export function patchPoint(p: PatchPoints, u: number, v: number): Pair {
  const a = weights(u);
  const b = weights(v);
  let x = 0;
  let y = 0;
  for (let i = 0; i < 4; i++)
    for (let j = 0; j < 4; j++) {
      const w = a[i] * b[j];
      x += w * p[2 * (4 * i + j)];
      y += w * p[2 * (4 * i + j) + 1];
    }
  return [x, y];
}

/** The curve across a patch at a share of its width. */
export function curveDown(p: PatchPoints, u: number): Cubic {
  const a = weights(u);
  const at = (j: number, c: 0 | 1) =>
    a[0] * p[2 * j + c] + a[1] * p[2 * (4 + j) + c] + a[2] * p[2 * (8 + j) + c] + a[3] * p[2 * (12 + j) + c];
  return [at(0, 0), at(0, 1), at(1, 0), at(1, 1), at(2, 0), at(2, 1), at(3, 0), at(3, 1)];
}

const from = (c: Cubic, i: number, j: number): Pair => [c[2 * i] - c[2 * j], c[2 * i + 1] - c[2 * j + 1]];

/** A row curve cut in two: the handles at its ends, and those of the knot between. */
export function splitRow(a: Knot, b: Knot, u: number) {
  const [p, q] = splitCubic(rowCurve(a, b), u);
  return {
    start: from(p, 1, 0),
    middle: { x: p[6], y: p[7], left: from(p, 2, 3), right: from(q, 1, 0) },
    end: from(q, 2, 3),
  };
}

/**
 * Whether every small piece of a patch's control net turns the same way as every other: then the
 * surface does too, since its derivatives are means of the net's.
 */
function isUnfolded(p: PatchPoints): boolean {
  const across: Pair[] = [];
  const down: Pair[] = [];
  for (let i = 0; i < 4; i++)
    for (let j = 0; j < 3; j++) {
      const a = 2 * (4 * j + i);
      across.push([p[a + 8] - p[a], p[a + 9] - p[a + 1]]);
      const b = 2 * (4 * i + j);
      down.push([p[b + 2] - p[b], p[b + 3] - p[b + 1]]);
    }
  let sign = 0;
  for (const u of across)
    for (const v of down) {
      const turn = u[0] * v[1] - u[1] * v[0];
      if (turn === 0 || (sign !== 0 && Math.sign(turn) !== sign)) return false;
      sign = Math.sign(turn);
    }
  return true;
}

/**
 * Whether a patch folds over itself: its surface turns over somewhere on a lattice of places.
 * A mesh may be mirrored as a whole; only a change of side counts.
 */
export function folds(p: PatchPoints): boolean {
  if (isUnfolded(p)) return false;
  const n = 6;
  let sign = 0;
  const size =
    Math.abs(p[30] - p[0]) + Math.abs(p[31] - p[1]) + Math.abs(p[6] - p[24]) + Math.abs(p[7] - p[25]);
  for (let i = 0; i <= n; i++)
    for (let j = 0; j <= n; j++) {
      const [u, v] = [Math.min(i / n, 0.999), Math.min(j / n, 0.999)];
      const e = 1e-3;
      const [x, y] = patchPoint(p, u, v);
      const [ux, uy] = patchPoint(p, u + e, v);
      const [vx, vy] = patchPoint(p, u, v + e);
      const turn = (ux - x) * (vy - y) - (uy - y) * (vx - x);
      if (Math.abs(turn) < 1e-10 * size * size) continue;
      if (sign !== 0 && Math.sign(turn) !== sign) return true;
      sign = Math.sign(turn);
    }
  return false;
}
