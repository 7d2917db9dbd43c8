import { cubicPoint, projectOnCubic } from '../geometry/cubic';
import { type Bounds, type Path, pathBounds } from '../geometry/path';
import { affordArrangement } from './afford';
import { chordParameters } from './chords';
import { Covers } from './cover';
import { type Curve, collectCurves } from './curves';
import { ChordGrid, footOnChord, PointHash } from './grid';

/** How fine the topology is worked out; both are fractions of the drawing's size. */
export interface Fineness {
  /** Greatest distance of a chord from its curve. */
  readonly flat: number;
  /** Points nearer than this are one point. */
  readonly join: number;
}

export const coarse: Fineness = { flat: 2e-5, join: 2e-6 };
export const fine: Fineness = { flat: 2e-6, join: 4e-7 };

/** For every vertex the places where curves have it: entries `starts[v]` to `starts[v + 1]`. */
export interface Crossing {
  readonly starts: Int32Array;
  readonly curve: Int32Array;
  readonly index: Int32Array;
}

export function meetingOf(curves: readonly Curve[], vertices: number): Crossing {
  const starts = new Int32Array(vertices + 1);
  for (const c of curves) for (const v of c.vs) starts[v + 1]++;
  for (let v = 0; v < vertices; v++) starts[v + 1] += starts[v];
  const fill = starts.slice();
  const curve = new Int32Array(starts[vertices]);
  const index = new Int32Array(starts[vertices]);
  for (let k = 0; k < curves.length; k++) {
    const { vs } = curves[k];
    for (let i = 0; i < vs.length; i++) {
      const at = fill[vs[i]]++;
      curve[at] = k;
      index[at] = i;
    }
  }
  return { starts, curve, index };
}

function hasVertex({ starts, curve }: Crossing, v: number, c: number): boolean {
  for (let i = starts[v]; i < starts[v + 1]; i++) if (curve[i] === c) return true;
  return false;
}

/** Makes every vertex that lies on another curve a vertex of that curve too. */
function shareVertices(
  curves: Curve[],
  xs: readonly number[],
  ys: readonly number[],
  { chords, owner, index }: Chords,
  grid: ChordGrid,
  tolerance: number,
  reach: number,
): void {
  const known = meetingOf(curves, xs.length);
  const added = new Map<number, { t: number; v: number }[]>();
  const foot = { u: 0, d2: 0 };
  const limit = (1.5 * tolerance + reach) ** 2;
  let v = 0;
  const look = (e: number) => {
    const q = 4 * e;
    footOnChord(chords[q], chords[q + 1], chords[q + 2], chords[q + 3], xs[v], ys[v], foot);
    if (foot.d2 > limit) return;
    const ci = owner[e];
    if (hasVertex(known, v, ci)) return;
    const list = added.get(ci);
    if (list?.some((a) => a.v === v)) return;
    const c = curves[ci];
    const i = index[e];
    const guess = c.ts[i] + foot.u * (c.ts[i + 1] - c.ts[i]);
    const t = c.line ? guess : projectOnCubic(c.cubic, xs[v], ys[v], guess);
    if (t <= 0 || t >= 1) return;
    const p = cubicPoint(c.cubic, t);
    if (Math.hypot(p.x - xs[v], p.y - ys[v]) >= reach) return;
    if (list) list.push({ t, v });
    else added.set(ci, [{ t, v }]);
  };
  for (; v < xs.length; v++) grid.near(xs[v], ys[v], look);
  for (const [ci, list] of added) {
    const c = curves[ci];
    const all = c.ts.map((t, i) => ({ t, v: c.vs[i] }));
    all.push(...list);
    all.sort((p, q) => p.t - q.t);
    c.ts = all.map((p) => p.t);
    c.vs = all.map((p) => p.v);
  }
}

/** Takes out vertices that follow themselves. */
export function dropRepeats(c: Curve): void {
  if (!c.vs.some((v, i) => i > 0 && v === c.vs[i - 1])) return;
  const ts: number[] = [];
  const vs: number[] = [];
  c.vs.forEach((v, i) => {
    if (i > 0 && v === vs[vs.length - 1]) return;
    vs.push(v);
    ts.push(c.ts[i]);
  });
  c.ts = ts;
  c.vs = vs;
}

/** All chords as x0, y0, x1, y1, with the curve of each and its place in the curve's list. */
export interface Chords {
  readonly chords: Float64Array;
  readonly owner: Int32Array;
  readonly index: Int32Array;
}

export function chordsOf(curves: readonly Curve[], xs: ArrayLike<number>, ys: ArrayLike<number>): Chords {
  let n = 0;
  for (const c of curves) n += Math.max(0, c.vs.length - 1);
  const chords = new Float64Array(4 * n);
  const owner = new Int32Array(n);
  const index = new Int32Array(n);
  let e = 0;
  curves.forEach((c, ci) => {
    for (let i = 0; i + 1 < c.vs.length; i++, e++) {
      chords[4 * e] = xs[c.vs[i]];
      chords[4 * e + 1] = ys[c.vs[i]];
      chords[4 * e + 2] = xs[c.vs[i + 1]];
      chords[4 * e + 3] = ys[c.vs[i + 1]];
      owner[e] = ci;
      index[e] = i;
    }
  });
  return { chords, owner, index };
}

/** Curves cut into chords between pooled vertices; no vertex lies on a chord that is not its own. */
export interface Pooled {
  readonly curves: Curve[];
  /** Curves of each contour of each path. */
  readonly contours: readonly (readonly (readonly number[])[])[];
  readonly xs: number[];
  readonly ys: number[];
  readonly box: Bounds;
  /** Greater side of the box. */
  readonly size: number;
  readonly tolerance: number;
  readonly reach: number;
  /** The vertex at a place, made where there is none within reach. */
  vertex(x: number, y: number): number;
}

export interface PoolOptions {
  /** Whether the shapes will be united, so that what lies deep inside one of them may be left coarse. */
  readonly covering?: boolean;
  /** Whether open contours stay open. */
  readonly openEnds?: boolean;
}

/** Pools the vertices of all paths and shares those that several curves pass. Null for nothing at all. */
export function poolVertices(
  paths: readonly Path[],
  fineness: Fineness,
  { covering = false, openEnds = false }: PoolOptions,
): Pooled | null {
  affordArrangement(paths);
  const all: Path = { contours: paths.flatMap((p) => p.contours), fillRule: 'nonzero' };
  const box = pathBounds(all);
  if (!box) return null;
  const size = Math.max(box.x1 - box.x0, box.y1 - box.y0);
  if (!(size > 0) || !Number.isFinite(size)) return null;
  const tolerance = fineness.flat * size;
  const reach = fineness.join * size;
  const { curves, contours } = collectCurves(paths, openEnds);

  const xs: number[] = [];
  const ys: number[] = [];
  const pool = new PointHash(xs, ys, reach, 64 * curves.length);
  const vertex = (x: number, y: number): number => {
    const found = pool.find(x, y);
    if (found >= 0) return found;
    xs.push(x);
    ys.push(y);
    pool.add(xs.length - 1);
    return xs.length - 1;
  };
  // Ends first, so that a joint keeps its own place.
  for (const c of curves) {
    c.start = vertex(c.cubic[0], c.cubic[1]);
    c.end = vertex(c.cubic[6], c.cubic[7]);
  }
  const covers = covering
    ? new Covers(
        contours.map((shape) => shape.map((members) => members.map((m) => curves[m]))),
        box.x0,
        box.y0,
        size,
      )
    : null;
  const cuts = chordParameters(curves, tolerance, reach, covers);
  for (const [i, c] of curves.entries()) {
    c.ts.push(0);
    c.vs.push(c.start);
    for (const t of cuts[i]) {
      const p = cubicPoint(c.cubic, t);
      c.ts.push(t);
      c.vs.push(vertex(p.x, p.y));
    }
    c.ts.push(1);
    c.vs.push(c.end);
  }
  const first = chordsOf(curves, xs, ys);
  const finder = new ChordGrid(first.chords, box.x0, box.y0, size, 2 * tolerance);
  shareVertices(curves, xs, ys, first, finder, tolerance, reach);
  for (const c of curves) dropRepeats(c);

  return { curves, contours, xs, ys, box, size, tolerance, reach, vertex };
}
