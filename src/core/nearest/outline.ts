import { cubicPoint, cubicTangent, isLine } from '../geometry/cubic';
import { determinant, type Matrix, sameMatrix } from '../geometry/matrix';
import { type Path, segmentAt, segmentCount, transformPath } from '../geometry/path';

/** How far a chord may lie from its curve, pixels: chords only find the nearest stretch, the curve itself gives the distance. */
export const chordTolerance = 0.05;

/** The outline of a clean path on the pixels, cut into chords that know their curves and their neighbours. */
export interface EdgeOutline {
  readonly count: number;
  /** Five numbers a chord: where it begins, the way it goes, and 1 over the square of its length. */
  readonly chords: Float64Array;
  /** Which curve each chord lies on, or −1 for a line. */
  readonly curve: Int32Array;
  /** Two numbers a chord: the contour and the segment it is of. */
  readonly segment: Int32Array;
  /** Two numbers a chord: the parameter of its curve where it begins, and how far it goes on. */
  readonly span: Float64Array;
  readonly before: Int32Array;
  readonly after: Int32Array;
  /** Two numbers a chord: the sum of the inward normals of it and the chord before, which signs what is nearest to their node. */
  readonly node: Float64Array;
  /** Eight numbers a curve. */
  readonly curves: Float64Array;
  /** −1 where the map to the pixels turns the outline over, else 1. */
  readonly turn: number;
}

function chordsOf(path: Path): { rows: number[][]; curves: number[]; rings: [number, number][] } {
  const rows: number[][] = [];
  const curves: number[] = [];
  const rings: [number, number][] = [];
  for (const [contour, c] of path.contours.entries()) {
    const first = rows.length;
    for (let i = 0; i < segmentCount(c); i++) {
      const s = segmentAt(c, i);
      const line = isLine(s);
      const of = line ? -1 : curves.length / 8;
      if (!line) curves.push(...s);
      // Second differences bound how far a chord of 1/n lies off (Wang 1984).
      const bend = Math.max(
        Math.hypot(s[0] + s[4] - 2 * s[2], s[1] + s[5] - 2 * s[3]),
        Math.hypot(s[2] + s[6] - 2 * s[4], s[3] + s[7] - 2 * s[5]),
      );
      const n = line ? 1 : Math.max(2, Math.ceil(Math.sqrt((0.75 * bend) / chordTolerance)));
      let [x, y] = [s[0], s[1]];
      for (let k = 1; k <= n; k++) {
        const q = k === n ? { x: s[6], y: s[7] } : cubicPoint(s, k / n);
        const [dx, dy] = [q.x - x, q.y - y];
        if (dx !== 0 || dy !== 0) rows.push([x, y, dx, dy, of, (k - 1) / n, 1 / n, contour, i]);
        [x, y] = [q.x, q.y];
      }
    }
    if (rows.length > first) rings.push([first, rows.length]);
  }
  return { rows, curves, rings };
}

/** The outline of a clean path (outlines clockwise on screen, holes against it) under a matrix to device pixels. */
export function edgeOutline(path: Path, matrix: Matrix): EdgeOutline {
  const { rows, curves, rings } = chordsOf(transformPath(path, matrix));
  const n = rows.length;
  const out = {
    count: n,
    chords: new Float64Array(5 * n),
    curve: new Int32Array(n),
    segment: new Int32Array(2 * n),
    span: new Float64Array(2 * n),
    before: new Int32Array(n),
    after: new Int32Array(n),
    node: new Float64Array(2 * n),
    curves: Float64Array.from(curves),
    turn: determinant(matrix) < 0 ? -1 : 1,
  };
  for (const [i, [x, y, dx, dy, of, t, h, contour, segment]] of rows.entries()) {
    out.chords.set([x, y, dx, dy, 1 / (dx * dx + dy * dy)], 5 * i);
    out.curve[i] = of;
    out.segment.set([contour, segment], 2 * i);
    out.span[2 * i] = t;
    out.span[2 * i + 1] = h;
  }
  for (const [from, to] of rings)
    for (let i = from; i < to; i++) {
      const last = i === from ? to - 1 : i - 1;
      out.before[i] = last;
      out.after[last] = i;
      const [ax, ay] = inward(rows[last]);
      const [bx, by] = inward(rows[i]);
      out.node[2 * i] = ax + bx;
      out.node[2 * i + 1] = ay + by;
    }
  return out;
}

const outlines = new WeakMap<Path, { readonly matrix: Matrix; readonly made: EdgeOutline }>();

/** The same, remembered of each path for the matrix it was last asked for with. */
export function outlineUnder(path: Path, matrix: Matrix): EdgeOutline {
  const known = outlines.get(path);
  if (known && sameMatrix(known.matrix, matrix)) return known.made;
  const made = edgeOutline(path, matrix);
  outlines.set(path, { matrix, made });
  return made;
}

/** The normal of a chord toward the inside, which lies to the right of the way it goes. */
function inward([, , dx, dy]: readonly number[]): [number, number] {
  const l = Math.hypot(dx, dy);
  return [-dy / l, dx / l];
}

/** The way a curve of an outline goes at one of its ends, where a handle may lie on the node. */
export function directionAt(curves: Float64Array, of: number, t: number): [number, number] {
  const s = curves.subarray(8 * of, 8 * of + 8);
  const d = cubicTangent([s[0], s[1], s[2], s[3], s[4], s[5], s[6], s[7]], t);
  return [d.x, d.y];
}
