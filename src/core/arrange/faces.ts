import { type Bounds, type Contour, contourOf, emptyPath, type FillRule, type Path } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { cutCrossings } from './crossings';
import { PlaneGraph, type Use } from './planar';
import { coarse, type Pooled, poolVertices } from './pool';
import { edgeOf } from './trace';

/** One region that outlines cut out. */
export interface Face {
  /**
   * Names the face by the paths it lies in, the sides of the open ones it borders, and a count of
   * those alike; the name stays as long as the outlines keep crossing in the same way.
   */
  readonly key: string;
  /** For each path whether the face lies inside it. */
  readonly inside: readonly boolean[];
}

/** All faces of some outlines. */
export interface FaceMap {
  readonly faces: readonly Face[];
  /** The outline of faces taken as one, with true curves; neighbours share their nodes exactly. */
  outline(faces: Iterable<number>): Path;
}

const none: FaceMap = { faces: [], outline: () => emptyPath };

/** Vertices of polygons of chords, one polygon a contour. */
type Loops = readonly (readonly number[])[];

/** A polygon of chords and its box, beyond which nothing lies inside. */
interface Ring {
  readonly loop: readonly number[];
  readonly box: Bounds;
}

function ringOf(loop: readonly number[], { xs, ys }: Pooled): Ring {
  const box = { x0: Infinity, y0: Infinity, x1: -Infinity, y1: -Infinity };
  for (const v of loop) {
    box.x0 = Math.min(box.x0, xs[v]);
    box.y0 = Math.min(box.y0, ys[v]);
    box.x1 = Math.max(box.x1, xs[v]);
    box.y1 = Math.max(box.y1, ys[v]);
  }
  return { loop, box };
}

/** How often the closed contours of one path go round a place. */
function windingAt(rings: readonly Ring[], { xs, ys }: Pooled, p: Point): number {
  let w = 0;
  for (const { loop, box } of rings) {
    if (p.x < box.x0 || p.x > box.x1 || p.y < box.y0 || p.y > box.y1) continue;
    for (let i = 0; i < loop.length; i++) {
      const a = loop[i];
      const b = loop[i + 1 < loop.length ? i + 1 : 0];
      if (ys[a] <= p.y === ys[b] <= p.y) continue;
      const x = xs[a] + ((p.y - ys[a]) / (ys[b] - ys[a])) * (xs[b] - xs[a]);
      if (x > p.x) w += ys[b] > ys[a] ? 1 : -1;
    }
  }
  return w;
}

const fills = (rule: FillRule, w: number): boolean => (rule === 'evenodd' ? (w & 1) !== 0 : w !== 0);

/** The middle of the widest stretch that a few level lines have inside a region. */
function pointInside(cycles: Loops, { xs, ys }: Pooled): Point {
  const heights = [...new Set(cycles[0].map((v) => ys[v]))].sort((a, b) => a - b);
  let best: Point = { x: xs[cycles[0][0]], y: ys[cycles[0][0]] };
  let widest = -1;
  const tries = Math.min(9, heights.length - 1);
  for (let k = 0; k < tries; k++) {
    const i = Math.floor(((k + 0.5) * (heights.length - 1)) / tries);
    const y = (heights[i] + heights[i + 1]) / 2;
    const hits: number[] = [];
    for (const loop of cycles)
      loop.forEach((a, n) => {
        const b = loop[n + 1 < loop.length ? n + 1 : 0];
        if (ys[a] <= y !== ys[b] <= y) hits.push(xs[a] + ((y - ys[a]) / (ys[b] - ys[a])) * (xs[b] - xs[a]));
      });
    hits.sort((a, b) => a - b);
    for (let n = 0; n + 1 < hits.length; n += 2)
      if (hits[n + 1] - hits[n] > widest) {
        widest = hits[n + 1] - hits[n];
        best = { x: (hits[n] + hits[n + 1]) / 2, y };
      }
  }
  return best;
}

/** Half-edges as true curves: runs of one curve up to a node or a junction. */
function trueContour(graph: PlaneGraph, pooled: Pooled, cycle: readonly number[]): Contour | null {
  const { curves, xs, ys } = pooled;
  interface Stretch {
    curve: number;
    t0: number;
    t1: number;
    index: number;
    along: boolean;
    from: number;
    to: number;
  }
  const stretches: Stretch[] = [];
  // Curves that run alike are told by the first, so that both sides of an edge are one curve.
  const stretchOf = (h: number): { use: Use; along: boolean } => {
    const [use] = graph.uses[h >> 1];
    return { use, along: use.along === ((h & 1) === 0) };
  };
  // Start at a junction or a node, so that no run is cut where the cycle happens to begin.
  const start = cycle.findIndex((h, i) => {
    const before = cycle[(i + cycle.length - 1) % cycle.length];
    return graph.degree(graph.from(h)) > 2 || stretchOf(h).use.curve !== stretchOf(before).use.curve;
  });
  for (let i = 0; i < cycle.length; i++) {
    const h = cycle[(Math.max(0, start) + i) % cycle.length];
    const last = stretches.at(-1);
    const { use, along } = stretchOf(h);
    const { ts } = curves[use.curve];
    const [t0, t1] = along ? [ts[use.index], ts[use.index + 1]] : [ts[use.index + 1], ts[use.index]];
    const goesOn =
      last &&
      last.curve === use.curve &&
      last.along === along &&
      use.index === last.index + (along ? 1 : -1) &&
      graph.degree(graph.from(h)) === 2;
    if (goesOn) {
      last.t1 = t1;
      last.index = use.index;
      last.to = graph.to(h);
    } else
      stretches.push({
        curve: use.curve,
        t0,
        t1,
        index: use.index,
        along,
        from: graph.from(h),
        to: graph.to(h),
      });
  }
  // A single stretch is the loop of a curve that crosses itself.
  if (stretches.length === 1 && curves[stretches[0].curve].line) return null;
  const edges = stretches.map((s) =>
    edgeOf(curves, s, { x: xs[s.from], y: ys[s.from] }, { x: xs[s.to], y: ys[s.to] }),
  );
  return contourOf(
    edges.map((e) => e.cubic),
    true,
    edges.map((e) => e.origin),
  );
}

/** Parts of the graph that hang together, by vertex. */
function components(graph: PlaneGraph, cycles: readonly (readonly number[])[], vertices: number): Int32Array {
  const root = Int32Array.from({ length: vertices }, (_, v) => v);
  const find = (v: number): number => {
    let r = v;
    while (root[r] !== r) r = root[r];
    for (let u = v; root[u] !== r; ) [u, root[u]] = [root[u], r];
    return r;
  };
  for (const cycle of cycles) for (const h of cycle) root[find(graph.from(h))] = find(graph.to(h));
  return root.map((_, v) => find(v));
}

/**
 * Every region that the outlines of some paths cut out, open contours included; where an open
 * contour ends inside a region it divides nothing there. Regions within no path and enclosed by
 * nothing are not among them, nor are slivers thinner than the engine can tell.
 */
export function facesOf(paths: readonly Path[]): FaceMap {
  const pooled = poolVertices(paths, coarse, { openEnds: true });
  if (!pooled) return none;
  cutCrossings(pooled);
  const { curves, contours, xs, ys } = pooled;
  const graph = new PlaneGraph(xs, ys);
  curves.forEach(({ vs }, c) => {
    for (let i = 0; i + 1 < vs.length; i++) graph.add(vs[i], vs[i + 1], c, i);
  });
  const cycles = graph.settle();
  const component = components(graph, cycles, xs.length);
  const signed = cycles.map((cycle) => ({
    cycle,
    area: graph.area2(cycle) / 2,
    component: component[graph.from(cycle[0])],
    loop: cycle.map((h) => graph.from(h)),
  }));
  const around = (loop: readonly number[]) =>
    loop.reduce((sum, a, i) => {
      const b = loop[(i + 1) % loop.length];
      return sum + Math.hypot(xs[a] - xs[b], ys[a] - ys[b]);
    }, 0);
  const isSliver = (s: (typeof signed)[number]) => s.area <= 0.5 * pooled.reach * around(s.loop);
  const outer = signed
    .filter((s) => s.area > 0 && !isSliver(s))
    .sort((p, q) => p.area - q.area)
    .map((s) => ({ ...s, cycles: [s.cycle], loops: [s.loop], ring: ringOf(s.loop, pooled) }));
  // A sliver goes to the neighbour it shares most with, so that faces leave nothing out.
  const home = new Map<number, (typeof outer)[number]>();
  for (const o of outer) for (const h of o.cycle) home.set(h, o);
  for (const sliver of signed.filter((s) => s.area > 0 && isSliver(s))) {
    const shared = new Map<(typeof outer)[number], number>();
    for (const h of sliver.cycle) {
      const beside = home.get(h ^ 1);
      const [p, q] = [graph.from(h), graph.to(h)];
      if (beside) shared.set(beside, (shared.get(beside) ?? 0) + Math.hypot(xs[p] - xs[q], ys[p] - ys[q]));
    }
    const [most] = [...shared].sort((p, q) => q[1] - p[1]);
    most?.[0].cycles.push(sliver.cycle);
  }
  for (const hole of signed) {
    if (hole.area >= 0) continue;
    const p = { x: xs[hole.loop[0]], y: ys[hole.loop[0]] };
    const round = outer.find((o) => o.component !== hole.component && windingAt([o.ring], pooled, p) !== 0);
    round?.cycles.push(hole.cycle);
    round?.loops.push(hole.loop);
  }

  const isOpen = (path: number, contour: number) => !paths[path].contours[contour].closed;
  const ringsOf = contours.map((shape, i) =>
    shape
      .filter((_, k) => !isOpen(i, k))
      .map((members) =>
        ringOf(
          members.flatMap((m) => curves[m].vs.slice(0, -1)),
          pooled,
        ),
      ),
  );
  const found = outer.map((o) => {
    const at = pointInside(o.loops, pooled);
    const inside = ringsOf.map((rings, i) => fills(paths[i].fillRule, windingAt(rings, pooled, at)));
    const sides = new Set<string>();
    let first = Number.POSITIVE_INFINITY;
    for (const h of o.cycles.flat())
      for (const { curve, index, along } of graph.uses[h >> 1]) {
        const c = curves[curve];
        first = Math.min(first, curve + c.ts[index] / 2);
        if (isOpen(c.shape, c.contour)) sides.add(`${c.shape}${along === ((h & 1) === 0) ? 'r' : 'l'}`);
      }
    const name = `${inside.map((v) => (v ? 1 : 0)).join('')}${[...sides].sort().join('')}`;
    return { name, first, cycles: o.cycles, inside };
  });
  // Faces alike are told apart by where along the outlines they come first.
  found.sort((p, q) => p.first - q.first);
  const counts = new Map<string, number>();
  const faces = found.map(({ name, inside }): Face => {
    const k = counts.get(name) ?? 0;
    counts.set(name, k + 1);
    return { key: `${name}.${k}`, inside };
  });

  return {
    faces,
    outline(list) {
      const half = new Set<number>();
      for (const i of list) for (const h of found[i].cycles.flat()) half.add(h);
      const border = new Set([...half].filter((h) => !half.has(h ^ 1)));
      const made = graph
        .cycles((h) => border.has(h))
        .map((cycle) => trueContour(graph, pooled, cycle))
        .filter((c) => c !== null);
      return { contours: made, fillRule: 'nonzero' };
    },
  };
}
