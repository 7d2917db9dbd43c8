import { applyTo, type Matrix, sameMatrix } from '../geometry/matrix';
import { type Bounds, growBounds, joinBounds } from '../geometry/path';
import { type Unbent, unbentAt } from '../scene/unbent';
import { Cells } from './grid/cells';
import { chainSlopes, type Jacobian, type PlaneMap } from './map';

/** Places the source is looked at in, a side, for where a search may start. */
const looks = 24;
/** Cells along the longer side: at first, and at most. */
const fewest = 12;
const most = 96;
/** How near to its true place a place must come, as a share of the size of what was bent. */
const near = 2e-4;

const six = new Float64Array(6);

/** How far beyond what is bent the lattice lies over it, as a share of its size: strokes reach out a little. */
const beyond = 0.04;

/** Where places came from, sought over some bounds of theirs. */
interface Origins {
  /** What the bounds are taken to. */
  readonly target: Bounds;
  /**
   * Writes where a place came from, and the slopes of that, into `out`, sought from (x, y) in it on; whether it was found. What
   * is not found is left near where the search came to.
   */
  from(px: number, py: number, out: Float64Array): boolean;
}

class Search implements Origins {
  /** What was looked at: x, y, X, Y each. */
  readonly #seen: Float64Array;
  readonly target: Bounds;
  readonly size: number;
  /** 1 where most of it keeps the way round, −1 where it is turned over: what lies the other way round is the back of a fold. */
  readonly #front: number;

  constructor(
    private readonly map: PlaneMap,
    readonly source: Bounds,
  ) {
    const n = looks + 1;
    this.size = Math.max(source.x1 - source.x0, source.y1 - source.y0);
    this.#seen = new Float64Array(4 * n * n);
    let target: Bounds | null = null;
    let front = 0;
    for (let j = 0; j < n; j++)
      for (let i = 0; i < n; i++) {
        const x = source.x0 + ((source.x1 - source.x0) * i) / looks;
        const y = source.y0 + ((source.y1 - source.y0) * j) / looks;
        map.fill(x, y, six);
        this.#seen.set([x, y, six[0], six[1]], 4 * (j * n + i));
        front += Math.sign(six[2] * six[5] - six[3] * six[4]);
        target = joinBounds(target, { x0: six[0], y0: six[1], x1: six[0], y1: six[1] });
      }
    this.#front = front < 0 ? -1 : 1;
    this.target = target ?? source;
  }

  from(px: number, py: number, out: Float64Array): boolean {
    if (this.#newton(px, py, out)) return true;
    let least = Number.POSITIVE_INFINITY;
    for (let k = 0; k < this.#seen.length; k += 4) {
      const d = (this.#seen[k + 2] - px) ** 2 + (this.#seen[k + 3] - py) ** 2;
      if (d >= least) continue;
      least = d;
      out[0] = this.#seen[k];
      out[1] = this.#seen[k + 1];
    }
    return this.#newton(px, py, out);
  }

  #newton(px: number, py: number, out: Float64Array): boolean {
    let x = out[0];
    let y = out[1];
    for (let k = 0; k < 12; k++) {
      this.map.fill(x, y, six);
      const ex = px - six[0];
      const ey = py - six[1];
      const det = six[2] * six[5] - six[3] * six[4];
      if (!(Math.abs(det) > 1e-9)) return false;
      if (Math.abs(ex) + Math.abs(ey) < 1e-9 * this.size) {
        out[0] = x;
        out[1] = y;
        out[2] = six[5] / det;
        out[3] = -six[3] / det;
        out[4] = -six[4] / det;
        out[5] = six[2] / det;
        return det * this.#front > 0;
      }
      const dx = (six[5] * ex - six[4] * ey) / det;
      const dy = (six[2] * ey - six[3] * ex) / det;
      // No further at once than a quarter of the size.
      const k2 = Math.min(1, this.size / 4 / (Math.hypot(dx, dy) || 1));
      x += k2 * dx;
      y += k2 * dy;
    }
    return false;
  }
}

/** What bounds are taken to, as far as looks at it tell. */
function imageOf(map: PlaneMap, b: Bounds): Bounds {
  let out: Bounds | null = null;
  for (let j = 0; j <= looks; j++)
    for (let i = 0; i <= looks; i++) {
      const x = b.x0 + ((b.x1 - b.x0) * i) / looks;
      const y = b.y0 + ((b.y1 - b.y0) * j) / looks;
      map.fill(x, y, six);
      out = joinBounds(out, { x0: six[0], y0: six[1], x1: six[0], y1: six[1] });
    }
  return out ?? b;
}

/** Origins of a map that knows them itself. */
const knownOrigins = ({ back }: Required<Pick<PlaneMap, 'back'>>, target: Bounds): Origins => ({
  target,
  from(px, py, out) {
    back(px, py, out);
    return out.every(Number.isFinite);
  },
});

/** Origins through maps that follow each other, the last one first. */
function throughAll(parts: readonly PlaneMap[], source: Bounds): Origins {
  let target = source;
  const stages = parts.map((map) => {
    const { back } = map;
    const stage = back ? knownOrigins({ back }, imageOf(map, target)) : new Search(map, target);
    target = stage.target;
    return stage;
  });
  const at = new Float64Array(6);
  return {
    target,
    from(px, py, out) {
      const first = [out[0], out[1]];
      out.set([px, py, 1, 0, 0, 1]);
      for (let k = stages.length - 1; k >= 0; k--) {
        // What is between is sought from where it came to, the source itself from where it is thought to be.
        at.set(k ? [out[0], out[1]] : first);
        const slopes: Jacobian = [out[2], out[3], out[4], out[5]];
        if (!stages[k].from(out[0], out[1], at)) return false;
        chainSlopes(at, slopes);
        out.set(at);
      }
      return true;
    },
  };
}

const originsOf = (map: PlaneMap, source: Bounds): Origins =>
  map.parts?.some((m) => m.back) ? throughAll(map.parts, source) : new Search(map, source);

type Fill = (x: number, y: number, out: Float64Array) => boolean;

/** A lattice over bounds whose nodes are told by `fill`; what it does not know goes on straight from a neighbour. */
function lattice(b: Bounds, columns: number, rows: number, fill: Fill): Unbent {
  const [width, height] = [(b.x1 - b.x0) / columns, (b.y1 - b.y0) / rows];
  const n = columns + 1;
  const us = Array.from({ length: n }, (_, i) => b.x0 + i * width);
  const vs = Array.from({ length: rows + 1 }, (_, j) => b.y0 + j * height);
  const nodes = new Float64Array(8 * n * vs.length);
  const at = new Float64Array(6);
  for (let j = 0; j < vs.length; j++)
    for (let i = 0; i < n; i++) {
      // From the neighbour before on, as it says.
      const from = 8 * (i ? j * n + i - 1 : Math.max(0, j - 1) * n);
      const [dx, dy] = i ? [width, 0] : [0, j ? height : 0];
      const first = i === 0 && j === 0;
      at[0] = first ? us[0] : nodes[from] + nodes[from + 2] * dx + nodes[from + 4] * dy;
      at[1] = first ? vs[0] : nodes[from + 1] + nodes[from + 3] * dx + nodes[from + 5] * dy;
      const [gx, gy] = at;
      const k = 8 * (j * n + i);
      if (fill(us[i], vs[j], at)) nodes.set(at, k);
      else if (first) nodes.set([us[0], vs[0], 1, 0, 0, 1], k);
      else {
        nodes.set(nodes.subarray(from, from + 6), k);
        nodes[k] = gx;
        nodes[k + 1] = gy;
      }
    }
  // What both directions share: the mean of how each slope changes along the other.
  const between = (k: number, step: number, c: number, here: number, last: number, by: number) => {
    const [p, q] = [here > 0 ? k - step : k, here < last ? k + step : k];
    return (nodes[8 * q + c] - nodes[8 * p + c]) / (((q - p) / step) * by);
  };
  for (let j = 0; j < vs.length; j++)
    for (let i = 0; i < n; i++)
      for (let c = 0; c < 2; c++) {
        const k = j * n + i;
        nodes[8 * k + 6 + c] =
          (between(k, n, 2 + c, j, rows, height) + between(k, 1, 4 + c, i, columns, width)) / 2;
      }
  const cells = new Cells({ us, vs, nodes, own: [] });
  for (let j = 0; j < rows; j++) for (let i = 0; i < columns; i++) cells.at(i, j);
  return { x0: b.x0, y0: b.y0, width, height, columns, rows, coefficients: cells.coefficients };
}

const cellsAlong = (b: Bounds, cells: number): readonly [number, number] => {
  const [w, h] = [b.x1 - b.x0, b.y1 - b.y0];
  const longer = Math.max(w, h) || 1;
  return [Math.max(2, Math.ceil((cells * w) / longer)), Math.max(2, Math.ceil((cells * h) / longer))];
};

/** Bounds with some width and height at least. */
const wideEnough = (b: Bounds, size: number): Bounds => {
  const grow = (v: number) => Math.max(0, size - v) / 2;
  const [gx, gy] = [grow(b.x1 - b.x0), grow(b.y1 - b.y0)];
  return { x0: b.x0 - gx, y0: b.y0 - gy, x1: b.x1 + gx, y1: b.y1 + gy };
};

/**
 * The inverse of a map over what it makes of some bounds, as cells fine enough to come within 2e-4 of the size of what is bent.
 * Where several places come to one, the lattice runs on from its neighbours; where none does, straight.
 */
export function unbend(map: PlaneMap, source: Bounds): Unbent {
  const size = Math.max(source.x1 - source.x0, source.y1 - source.y0, 1e-6);
  const wide = wideEnough(growBounds(source, beyond * size), size / 50);
  const search = originsOf(map, wide);
  const target = wideEnough(search.target, size / 50);
  const at = new Float64Array(6);
  const told = new Float64Array(6);
  const inside = (p: Float64Array) =>
    p[0] >= wide.x0 && p[0] <= wide.x1 && p[1] >= wide.y0 && p[1] <= wide.y1;
  for (let cells = fewest; ; cells *= 2) {
    const [columns, rows] = cellsAlong(target, cells);
    const made = lattice(target, columns, rows, (x, y, out) => search.from(x, y, out));
    if (cells >= most) return made;
    let worst = 0;
    for (let j = 0; j < rows; j++)
      for (let i = 0; i < columns; i++) {
        const [x, y] = [target.x0 + (i + 0.5) * made.width, target.y0 + (j + 0.5) * made.height];
        unbentAt(made, x, y, told);
        at[0] = told[0];
        at[1] = told[1];
        if (search.from(x, y, at) && inside(at))
          worst = Math.max(worst, Math.abs(at[0] - told[0]) + Math.abs(at[1] - told[1]));
      }
    if (worst <= near * size) return made;
  }
}

interface Composition {
  readonly between: Matrix;
  readonly composition: Unbent;
}

/** Compositions by both bends, the last few matrices between them: as long as the bends live. */
const compositions = new WeakMap<Unbent, WeakMap<Unbent, readonly Composition[]>>();
/** Places of one bend's parts in another that are remembered. */
const mostCompositions = 8;

/**
 * Returns where places were before both of two bends: the later one, what lay between them moved by a matrix, and the earlier
 * one. All nodes that went through the same two get the same object, so that it is worked out and sent once.
 */
export function unbentTwice(later: Unbent, between: Matrix, earlier: Unbent): Unbent {
  const byEarlier = compositions.get(later) ?? new WeakMap<Unbent, readonly Composition[]>();
  compositions.set(later, byEarlier);
  const list = byEarlier.get(earlier) ?? [];
  const entry = list.find((k) => sameMatrix(k.between, between));
  if (entry) return entry.composition;
  const composition = compose(later, between, earlier);
  byEarlier.set(earlier, [{ between, composition }, ...list.slice(0, mostCompositions - 1)]);
  return composition;
}

function compose(later: Unbent, between: Matrix, earlier: Unbent): Unbent {
  const { x0, y0 } = later;
  const b = { x0, y0, x1: x0 + later.width * later.columns, y1: y0 + later.height * later.rows };
  const first = new Float64Array(6);
  const second = new Float64Array(6);
  const [a, c, d, e] = between;
  const twice = Math.max(later.columns, later.rows) < most ? 2 : 1;
  return lattice(b, twice * later.columns, twice * later.rows, (x, y, out) => {
    unbentAt(later, x, y, first);
    const p = applyTo(between, { x: first[0], y: first[1] });
    unbentAt(earlier, p.x, p.y, second);
    out[0] = second[0];
    out[1] = second[1];
    for (const k of [2, 4]) {
      const [mx, my] = [a * first[k] + d * first[k + 1], c * first[k] + e * first[k + 1]];
      out[k] = second[2] * mx + second[4] * my;
      out[k + 1] = second[3] * mx + second[5] * my;
    }
    return true;
  });
}
