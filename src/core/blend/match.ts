import {
  type Cubic,
  cubicLength,
  cubicPoint,
  isLine,
  lineCubic,
  reverseCubic,
  subCubic,
} from '../geometry/cubic';
import { contourArea } from '../geometry/measure';
import { type Contour, contourOf, type Path, segmentsOf } from '../geometry/path';
import type { Point } from '../geometry/vector';

/** A contour as cubics with the share of its length at which each ends. */
interface Measured {
  readonly cubics: readonly Cubic[];
  readonly ends: readonly number[];
  readonly closed: boolean;
  readonly centre: Point;
}

/** Two contours cut into as many segments each, in the order in which they belong together. */
interface Pair {
  readonly a: readonly Cubic[];
  readonly b: readonly Cubic[];
  readonly closed: boolean;
}

function measure(cubics: readonly Cubic[], closed: boolean): Measured {
  const lengths = cubics.map((s) => cubicLength(s));
  const whole = lengths.reduce((p, q) => p + q, 0) || 1;
  let at = 0;
  const ends = lengths.map((l) => {
    at += l / whole;
    return at;
  });
  ends[ends.length - 1] = 1;
  let x = 0;
  let y = 0;
  for (const [i, s] of cubics.entries()) {
    const m = cubicPoint(s, 0.5);
    x += (m.x * lengths[i]) / whole;
    y += (m.y * lengths[i]) / whole;
  }
  return { cubics, ends, closed, centre: { x, y } };
}

/** Parameter on cubic `s` at which `share` of its length lies behind. */
function parameterAt(s: Cubic, share: number): number {
  if (isLine(s) || share <= 0 || share >= 1) return share;
  const whole = cubicLength(s);
  let lo = 0;
  let hi = 1;
  for (let i = 0; i < 40; i++) {
    const m = (lo + hi) / 2;
    if (cubicLength(s, 0, m) < share * whole) lo = m;
    else hi = m;
  }
  return (lo + hi) / 2;
}

/** Cuts pieces off a contour one after another. */
class Cutter {
  private segment = 0;
  /** Parameter of the segment at hand up to which it is cut off. */
  private from = 0;
  readonly pieces: Cubic[] = [];

  constructor(private readonly m: Measured) {}

  get last(): boolean {
    return this.segment === this.m.cubics.length - 1;
  }

  get done(): boolean {
    return this.segment === this.m.cubics.length;
  }

  /** Share of the length at which the segment at hand ends. */
  get end(): number {
    return this.m.ends[this.segment];
  }

  /** Cuts off what is left of the segment at hand. */
  takeRest(): void {
    this.take(1);
    this.segment++;
    this.from = 0;
  }

  /** Cuts off as far as a share of the whole length, which lies on the segment at hand. */
  takeTo(share: number): void {
    const start = this.segment ? this.m.ends[this.segment - 1] : 0;
    const span = this.end - start;
    const s = this.m.cubics[this.segment];
    this.take(span > 0 ? Math.max(this.from, parameterAt(s, (share - start) / span)) : this.from);
  }

  private take(to: number): void {
    const s = this.m.cubics[this.segment];
    this.pieces.push(isLine(s) ? lineOn(s, this.from, to) : subCubic(s, this.from, to));
    this.from = to;
  }
}

/** Cuts two contours where either has a node, by length; both come out in as many pieces. */
function cutAlike(a: Measured, b: Measured): { a: readonly Cubic[]; b: readonly Cubic[] } {
  const [p, q] = [new Cutter(a), new Cutter(b)];
  while (!p.done && !q.done) {
    const [u, v] = [p.end, q.end];
    // Nodes that lie as good as at the same share count as one; the last node of one is that of the other.
    const together = p.last === q.last && (p.last || Math.abs(u - v) < 1e-6);
    const first = q.last || (!p.last && u < v);
    if (together) {
      p.takeRest();
      q.takeRest();
    } else if (first) {
      p.takeRest();
      q.takeTo(u);
    } else {
      p.takeTo(v);
      q.takeRest();
    }
  }
  return { a: p.pieces, b: q.pieces };
}

function lineOn(s: Cubic, t0: number, t1: number): Cubic {
  const at = (t: number) =>
    t === 1 ? { x: s[6], y: s[7] } : { x: s[0] + (s[6] - s[0]) * t, y: s[1] + (s[7] - s[1]) * t };
  const [p, q] = [at(t0), at(t1)];
  return lineCubic(p.x, p.y, q.x, q.y);
}

const startedAt = (m: Measured, k: number): Measured =>
  k ? measure([...m.cubics.slice(k), ...m.cubics.slice(0, k)], m.closed) : m;

/** Points at even shares of the length, about the contour's middle. */
function samples(m: Measured, n: number): Point[] {
  const out: Point[] = [];
  let i = 0;
  for (let k = 0; k < n; k++) {
    const u = k / n;
    while (m.ends[i] <= u && i < m.cubics.length - 1) i++;
    const start = i ? m.ends[i - 1] : 0;
    const p = cubicPoint(m.cubics[i], m.ends[i] > start ? (u - start) / (m.ends[i] - start) : 0);
    out.push({ x: p.x - m.centre.x, y: p.y - m.centre.y });
  }
  return out;
}

const spread = (p: readonly Point[], q: readonly Point[]): number =>
  p.reduce((sum, a, i) => sum + (a.x - q[i].x) ** 2 + (a.y - q[i].y) ** 2, 0);

const nodesOf = (m: Measured): Point[] =>
  m.cubics.map((s) => ({ x: s[0] - m.centre.x, y: s[1] - m.centre.y }));

/** The node of `b` to begin with so that the two contours twist least against each other. */
function bestStart(a: Measured, b: Measured): number {
  const same = a.cubics.length === b.cubics.length;
  const points = (m: Measured) => (same ? nodesOf(m) : samples(m, 64));
  const goal = points(a);
  let best = 0;
  let least = Number.POSITIVE_INFINITY;
  for (let k = 0; k < b.cubics.length; k++) {
    const d = spread(goal, points(startedAt(b, k)));
    // As good as equal: the first start stays.
    if (d < least * (1 - 1e-9)) {
      least = d;
      best = k;
    }
  }
  return best;
}

/**
 * Cuts two contours into segments that belong together. With as many nodes on both, node goes to
 * node; otherwise each gets nodes where, by length, the other has them.
 */
function pairOf(p: Contour, q: Contour): Pair {
  const closed = p.closed && q.closed;
  const a = measure(segmentsOf(p), p.closed);
  let turned = segmentsOf(q);
  if (closed && contourArea(p) * contourArea(q) < 0) turned = turned.map(reverseCubic).reverse();
  let b = measure(turned, q.closed);
  if (q.closed) b = startedAt(b, bestStart(a, b));
  else {
    // Open contours may run either way.
    const back = measure(turned.map(reverseCubic).reverse(), false);
    if (spread(samples(a, 32), samples(back, 32)) < 0.5 * spread(samples(a, 32), samples(b, 32))) b = back;
  }
  if (a.cubics.length === b.cubics.length) return { a: a.cubics, b: b.cubics, closed };
  return { ...cutAlike(a, b), closed };
}

const mix = (a: Cubic, b: Cubic, t: number): Cubic => a.map((v, i) => v + (b[i] - v) * t) as unknown as Cubic;

/** A contour that shrinks to a point: what has no partner comes out of nothing there. */
const speck = (c: Contour, at: Point): Contour => ({
  xy: c.xy.map((_, i) => (i % 2 ? at.y : at.x)),
  closed: c.closed,
});

const weight = (c: Contour): number => Math.abs(contourArea(c)) + 1e-6 * c.xy.length;

/**
 * The outlines between two paths: at 0 the first, at 1 the second, with as few nodes as both need.
 * Contours are paired by size; those left over grow out of the middle of the other path.
 */
export function blendPaths(a: Path, b: Path): (t: number) => Path {
  const bySize = (p: Path) => p.contours.filter((c) => c.xy.length > 2).sort((c, d) => weight(d) - weight(c));
  const [p, q] = [bySize(a), bySize(b)];
  const middle = (list: readonly Contour[]): Point =>
    list.length ? measure(segmentsOf(list[0]), list[0].closed).centre : { x: 0, y: 0 };
  const pairs = Array.from({ length: Math.max(p.length, q.length) }, (_, i) =>
    pairOf(p[i] ?? speck(q[i], middle(p)), q[i] ?? speck(p[i], middle(q))),
  );
  return (t) => ({
    fillRule: t < 0.5 ? a.fillRule : b.fillRule,
    contours: pairs.map((pair) =>
      contourOf(
        pair.a.map((s, i) => mix(s, pair.b[i], t)),
        pair.closed,
      ),
    ),
  });
}
