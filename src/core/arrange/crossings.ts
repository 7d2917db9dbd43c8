import { chordsOf, dropRepeats, type Pooled } from './pool';
import { refineCrossing } from './refine-crossing';

/** Rounds of cutting after which what still crosses is rounding alone. */
const rounds = 6;

interface Cut {
  readonly t: number;
  readonly v: number;
}

/**
 * Makes a vertex of both curves wherever two chords cross, on the true crossing of the curves where
 * that can be found, until none cross any more.
 */
export function cutCrossings(pooled: Pooled): void {
  for (let round = 0; round < rounds; round++) {
    const cuts = findCuts(pooled);
    if (!cuts.size) return;
    for (const [curve, list] of cuts) {
      const c = pooled.curves[curve];
      const all = [...c.ts.map((t, i) => ({ t, v: c.vs[i] })), ...list].sort((p, q) => p.t - q.t);
      c.ts = all.map((p) => p.t);
      c.vs = all.map((p) => p.v);
      dropRepeats(c);
    }
  }
}

function findCuts(pooled: Pooled): Map<number, Cut[]> {
  const { curves, xs, ys } = pooled;
  const { chords, owner, index } = chordsOf(curves, xs, ys);
  const out = new Map<number, Cut[]>();
  const put = (curve: number, cut: Cut) => {
    const list = out.get(curve);
    if (!list) out.set(curve, [cut]);
    else if (!list.some((c) => c.v === cut.v && Math.abs(c.t - cut.t) < 1e-9)) list.push(cut);
  };
  const order = Array.from(owner, (_, e) => e);
  const left = (e: number) => Math.min(chords[4 * e], chords[4 * e + 2]);
  order.sort((a, b) => left(a) - left(b));
  let open: number[] = [];
  for (const e of order) {
    const x0 = left(e);
    open = open.filter((o) => Math.max(chords[4 * o], chords[4 * o + 2]) >= x0);
    for (const o of open) cross(e, o);
    open.push(e);
  }
  return out;

  function cross(e: number, o: number): void {
    const [p, q] = [4 * e, 4 * o];
    if (Math.max(chords[p + 1], chords[p + 3]) < Math.min(chords[q + 1], chords[q + 3])) return;
    if (Math.max(chords[q + 1], chords[q + 3]) < Math.min(chords[p + 1], chords[p + 3])) return;
    const ends = (k: number) => [curves[owner[k]].vs[index[k]], curves[owner[k]].vs[index[k] + 1]];
    const [a, b] = ends(e);
    const [c, d] = ends(o);
    if (a === c || a === d || b === c || b === d) return;
    const ux = chords[p + 2] - chords[p];
    const uy = chords[p + 3] - chords[p + 1];
    const vx = chords[q + 2] - chords[q];
    const vy = chords[q + 3] - chords[q + 1];
    const det = ux * vy - uy * vx;
    if (det === 0) return;
    const wx = chords[q] - chords[p];
    const wy = chords[q + 1] - chords[p + 1];
    const u = (wx * vy - wy * vx) / det;
    const v = (wx * uy - wy * ux) / det;
    if (u <= 0 || u >= 1 || v <= 0 || v >= 1) return;
    const parameter = (k: number, at: number) => {
      const { ts } = curves[owner[k]];
      return ts[index[k]] + at * (ts[index[k] + 1] - ts[index[k]]);
    };
    let at = { t: parameter(e, u), s: parameter(o, v), x: chords[p] + u * ux, y: chords[p + 1] + u * uy };
    const found = refineCrossing(curves[owner[e]], at.t, curves[owner[o]], at.s, pooled.size);
    // A curve that crosses itself does so at two parameters; one alone is no crossing.
    const apart = found && (owner[e] !== owner[o] || Math.abs(found.t - found.s) > 1e-6);
    if (apart && Math.hypot(found.x - at.x, found.y - at.y) < 8 * pooled.tolerance) at = found;
    const vertex = pooled.vertex(at.x, at.y);
    if (vertex !== a && vertex !== b) put(owner[e], { t: at.t, v: vertex });
    if (vertex !== c && vertex !== d) put(owner[o], { t: at.s, v: vertex });
  }
}
