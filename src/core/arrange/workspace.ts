import { type Cubic, cubicPoint, isLine, projectOnCubic, splitCubic } from '../geometry/cubic';
import { type EdgeOrigin, type Path, pathBounds, segmentAt, segmentCount } from '../geometry/path';
import { chordParameters } from './chords';
import type { Loop } from './clipper';
import { Covers } from './cover';
import { ChordGrid, footOnChord, IntegerHash, PointHash } from './grid';

/** How fine the topology is worked out; both are fractions of the drawing's size. */
export interface Fineness {
  /** Greatest distance of a chord from its curve. */
  readonly flat: number;
  /** Points nearer than this are one point. */
  readonly join: number;
}

export const coarse: Fineness = { flat: 2e-5, join: 2e-6 };
export const fine: Fineness = { flat: 2e-6, join: 4e-7 };

/** How near a curve passes a point it was cut at: rounding alone. */
export const nearest = 4;

/** Half the side of the integer square the topology is computed in. */
const half = 2 ** 30;

/** One source curve, with the vertices that lie on it in the order of their parameters. */
export interface Curve {
  readonly cubic: Cubic;
  readonly line: boolean;
  readonly shape: number;
  readonly contour: number;
  readonly segment: number;
  readonly origin: EdgeOrigin | null;
  /** The next curve of the contour. */
  next: number;
  start: number;
  end: number;
  ts: number[];
  vs: number[];
}

/** A curve passing through an integer point, at parameter `t`; `vertex` is −1 between vertices. */
export interface Through {
  readonly curve: number;
  readonly t: number;
  readonly vertex: number;
  /** Place of the vertex in its curve's list, or −1 between vertices. */
  readonly index: number;
}

export interface Workspace {
  readonly size: number;
  readonly tolerance: number;
  readonly reach: number;
  readonly curves: Curve[];
  readonly vertexX: number[];
  readonly vertexY: number[];
  /** Integer loops of each shape. */
  readonly loops: Loop[][];
  /** Sheet coordinates of an integer point. */
  toSheet(x: number, y: number): { x: number; y: number };
  /** Sheet length of one integer step. */
  readonly step: number;
  /** All curves within `near` integer steps of an integer point. */
  through(x: number, y: number, near: number): readonly Through[];
  /** Whether a curve comes within `near` steps of an integer point close to parameter `t`. */
  passes(curve: number, t: number, x: number, y: number, near: number): boolean;
}

/** A cubic that turns by over half a turn may cross itself; its halves do not. */
function mayLoop(s: Cubic): boolean {
  if (isLine(s)) return false;
  const turn = (ax: number, ay: number, bx: number, by: number) =>
    Math.abs(Math.atan2(ax * by - ay * bx, ax * bx + ay * by));
  const a = turn(s[2] - s[0], s[3] - s[1], s[4] - s[2], s[5] - s[3]);
  const b = turn(s[4] - s[2], s[5] - s[3], s[6] - s[4], s[7] - s[5]);
  return a + b > 3.1;
}

function collectCurves(paths: readonly Path[]): { curves: Curve[]; contours: number[][][] } {
  const curves: Curve[] = [];
  const contours = paths.map((path, shape) =>
    path.contours.map((c, contour) => {
      const members: number[] = [];
      const push = (cubic: Cubic, segment: number, origin: EdgeOrigin | null) => {
        members.push(curves.length);
        const line = isLine(cubic);
        curves.push({
          cubic,
          line,
          shape,
          contour,
          segment,
          origin,
          next: -1,
          start: -1,
          end: -1,
          ts: [],
          vs: [],
        });
      };
      for (let segment = 0; segment < segmentCount(c); segment++) {
        const cubic = segmentAt(c, segment);
        const own: EdgeOrigin = c.origins?.[segment] ?? {
          part: String(shape),
          contour,
          segment,
          t0: 0,
          t1: 1,
        };
        if (mayLoop(cubic)) {
          const mid = (own.t0 + own.t1) / 2;
          const [p, q] = splitCubic(cubic, 0.5);
          push(p, segment, { ...own, t1: mid });
          push(q, segment, { ...own, t0: mid });
        } else push(cubic, segment, own);
      }
      const n = c.xy.length;
      if (n > 2 && (c.xy[0] !== c.xy[n - 2] || c.xy[1] !== c.xy[n - 1])) {
        const [x0, y0, x1, y1] = [c.xy[n - 2], c.xy[n - 1], c.xy[0], c.xy[1]];
        push([x0, y0, x0, y0, x1, y1, x1, y1], segmentCount(c), null);
      }
      members.forEach((m, i) => {
        curves[m].next = members[(i + 1) % members.length];
      });
      return members;
    }),
  );
  return { curves, contours };
}

/** For every vertex the places where curves have it: entries `starts[v]` to `starts[v + 1]`. */
interface Meeting {
  readonly starts: Int32Array;
  readonly curve: Int32Array;
  readonly index: Int32Array;
}

function meetingOf(curves: readonly Curve[], vertices: number): Meeting {
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

function hasVertex({ starts, curve }: Meeting, v: number, c: number): boolean {
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

function dropRepeats(c: Curve): void {
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
interface Chords {
  readonly chords: Float64Array;
  readonly owner: Int32Array;
  readonly index: Int32Array;
}

function chordsOf(curves: readonly Curve[], xs: ArrayLike<number>, ys: ArrayLike<number>): Chords {
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

/**
 * Pools the vertices of all shapes, shares those that lie on several curves, and rounds the
 * chords to integers. Null where there is nothing to work on. `covering` says that the shapes will
 * be united, so that what lies deep inside one of them may be left coarse.
 */
export function prepare(paths: readonly Path[], fineness: Fineness, covering = false): Workspace | null {
  const all: Path = { contours: paths.flatMap((p) => p.contours), fillRule: 'nonzero' };
  const box = pathBounds(all);
  if (!box) return null;
  const size = Math.max(box.x1 - box.x0, box.y1 - box.y0);
  if (!(size > 0) || !Number.isFinite(size)) return null;
  const tolerance = fineness.flat * size;
  const reach = fineness.join * size;
  const { curves, contours } = collectCurves(paths);

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

  const scale = (2 * half) / size;
  const cx = (box.x0 + box.x1) / 2;
  const cy = (box.y0 + box.y1) / 2;
  const ix = Float64Array.from(xs, (x) => Math.round((x - cx) * scale));
  const iy = Float64Array.from(ys, (y) => Math.round((y - cy) * scale));
  const loops = contours.map((members) =>
    members
      .map((list) => {
        let n = 0;
        for (const ci of list) n += Math.max(0, curves[ci].vs.length - 1);
        const out = new Float64Array(2 * n);
        let at = 0;
        for (const ci of list) {
          const { vs } = curves[ci];
          for (let i = 0; i + 1 < vs.length; i++) {
            out[at++] = ix[vs[i]];
            out[at++] = iy[vs[i]];
          }
        }
        return out;
      })
      .filter((loop) => loop.length >= 6),
  );

  // Which curves meet at a vertex. Vertices lie thousands of integer steps apart, so a place has one.
  const meeting = meetingOf(curves, xs.length);
  const at = (vertex: number): Through[] => {
    const out: Through[] = [];
    for (let i = meeting.starts[vertex]; i < meeting.starts[vertex + 1]; i++) {
      const curve = meeting.curve[i];
      const index = meeting.index[i];
      out.push({ curve, t: curves[curve].ts[index], vertex, index });
    }
    return out;
  };
  const vertexAt = new IntegerHash(ix, iy);
  // Only crossings and places that moved by rounding have to be looked up among the chords.
  let lookup: { readonly all: Chords; readonly grid: ChordGrid } | null = null;
  const chordLookup = () => {
    if (!lookup) {
      const all = chordsOf(curves, ix, iy);
      lookup = { all, grid: new ChordGrid(all.chords, -half, -half, 2 * half, 2100) };
    }
    return lookup;
  };
  const foot = { u: 0, d2: 0 };

  return {
    size,
    tolerance,
    reach,
    curves,
    vertexX: xs,
    vertexY: ys,
    loops,
    step: 1 / scale,
    toSheet: (x, y) => ({ x: x / scale + cx, y: y / scale + cy }),
    through(x, y, near) {
      const vertex = vertexAt.find(x, y);
      // Every curve that passes this near a vertex has it for its own.
      if (vertex >= 0 && near <= nearest) return at(vertex);
      const out: Through[] = vertex >= 0 ? at(vertex) : [];
      const held = out.length;
      const { all, grid } = chordLookup();
      const { chords } = all;
      grid.near(x, y, (e) => {
        const curve = all.owner[e];
        for (let k = 0; k < held; k++) if (out[k].curve === curve) return;
        const q = 4 * e;
        footOnChord(chords[q], chords[q + 1], chords[q + 2], chords[q + 3], x, y, foot);
        if (foot.d2 > near * near) return;
        const c = curves[curve];
        const i = all.index[e];
        out.push({ curve, t: c.ts[i] + foot.u * (c.ts[i + 1] - c.ts[i]), vertex: -1, index: -1 });
      });
      return out;
    },
    passes(curve, t, x, y, near) {
      const { ts, vs } = curves[curve];
      let lo = 0;
      let hi = ts.length - 1;
      while (hi - lo > 1) {
        const m = (lo + hi) >> 1;
        if (ts[m] <= t) lo = m;
        else hi = m;
      }
      for (let i = Math.max(0, lo - 1); i <= Math.min(ts.length - 2, lo + 1); i++) {
        footOnChord(ix[vs[i]], iy[vs[i]], ix[vs[i + 1]], iy[vs[i + 1]], x, y, foot);
        if (foot.d2 <= near * near) return true;
      }
      return false;
    },
  };
}
