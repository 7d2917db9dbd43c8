import type { Path } from '../geometry/path';
import type { Loop } from './clipper';
import type { Curve } from './curves';
import { ChordGrid, footOnChord, IntegerHash } from './grid';
import { type Chords, chordsOf, type Fineness, meetingOf, type PoolOptions, poolVertices } from './pool';

/** How near a curve passes a point it was cut at: rounding alone. */
export const nearest = 4;

/** Half the side of the integer square the topology is computed in. */
const half = 2 ** 30;

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

/**
 * A closed run of vertices without stretches that go out and straight back the same way. They enclose
 * nothing, and the polygon library loses what lies beside them.
 */
export function withoutSpikes(vertices: readonly number[]): number[] {
  const out: number[] = [];
  for (const v of vertices) {
    if (v === out[out.length - 1]) continue;
    if (v === out[out.length - 2]) out.pop();
    else out.push(v);
  }
  // Across the joint of the run as well.
  let from = 0;
  let to = out.length;
  for (let again = true; again && to - from >= 2; ) {
    again = true;
    if (out[from] === out[to - 1]) to--;
    else if (out[from] === out[to - 2]) to -= 2;
    else if (out[from + 1] === out[to - 1]) from += 2;
    else again = false;
  }
  return out.slice(from, to);
}

/**
 * Pools the vertices of all shapes and rounds the chords to integers. Null where there is nothing
 * to work on.
 */
export function prepare(
  paths: readonly Path[],
  fineness: Fineness,
  options: PoolOptions = {},
): Workspace | null {
  const pooled = poolVertices(paths, fineness, options);
  if (!pooled) return null;
  const { curves, contours, xs, ys, box, size, tolerance, reach } = pooled;

  const scale = (2 * half) / size;
  const cx = (box.x0 + box.x1) / 2;
  const cy = (box.y0 + box.y1) / 2;
  const ix = Float64Array.from(xs, (x) => Math.round((x - cx) * scale));
  const iy = Float64Array.from(ys, (y) => Math.round((y - cy) * scale));
  const loops = contours.map((members) =>
    members
      .map((list) => {
        const vertices = withoutSpikes(list.flatMap((ci) => curves[ci].vs.slice(0, -1)));
        const out = new Float64Array(2 * vertices.length);
        for (const [i, v] of vertices.entries()) {
          out[2 * i] = ix[v];
          out[2 * i + 1] = iy[v];
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
