import type { Matrix } from './matrix';
import type { Point } from './vector';

/**
 * One cubic: start, first handle, second handle, end. A straight line has each
 * handle on its own end, so that every segment has one form.
 */
export type Cubic = readonly [
  x0: number,
  y0: number,
  x1: number,
  y1: number,
  x2: number,
  y2: number,
  x3: number,
  y3: number,
];

export const lineCubic = (x0: number, y0: number, x1: number, y1: number): Cubic => [
  x0,
  y0,
  x0,
  y0,
  x1,
  y1,
  x1,
  y1,
];

export const isLine = (s: Cubic): boolean => s[0] === s[2] && s[1] === s[3] && s[4] === s[6] && s[5] === s[7];

export const reverseCubic = (s: Cubic): Cubic => [s[6], s[7], s[4], s[5], s[2], s[3], s[0], s[1]];

/** A cubic moved by an affine map. */
export function transformCubic(s: Cubic, [a, b, c, d, e, f]: Matrix): Cubic {
  const x = (i: number) => a * s[i] + c * s[i + 1] + e;
  const y = (i: number) => b * s[i] + d * s[i + 1] + f;
  return [x(0), y(0), x(2), y(2), x(4), y(4), x(6), y(6)];
}

/** Point at parameter `t` (0–1). */
export function cubicPoint(s: Cubic, t: number): Point {
  if (isLine(s)) return { x: s[0] + (s[6] - s[0]) * t, y: s[1] + (s[7] - s[1]) * t };
  const u = 1 - t;
  const a = u * u * u;
  const b = 3 * u * u * t;
  const c = 3 * u * t * t;
  const d = t * t * t;
  return {
    x: a * s[0] + b * s[2] + c * s[4] + d * s[6],
    y: a * s[1] + b * s[3] + c * s[5] + d * s[7],
  };
}

/** First derivative by `t`; of a line, its constant direction. */
export function cubicDerivative(s: Cubic, t: number): Point {
  if (isLine(s)) return { x: s[6] - s[0], y: s[7] - s[1] };
  const u = 1 - t;
  const a = 3 * u * u;
  const b = 6 * u * t;
  const c = 3 * t * t;
  return {
    x: a * (s[2] - s[0]) + b * (s[4] - s[2]) + c * (s[6] - s[4]),
    y: a * (s[3] - s[1]) + b * (s[5] - s[3]) + c * (s[7] - s[5]),
  };
}

/** Second derivative by `t`. */
export function cubicSecond(s: Cubic, t: number): Point {
  if (isLine(s)) return { x: 0, y: 0 };
  const u = 1 - t;
  return {
    x: 6 * u * (s[4] - 2 * s[2] + s[0]) + 6 * t * (s[6] - 2 * s[4] + s[2]),
    y: 6 * u * (s[5] - 2 * s[3] + s[1]) + 6 * t * (s[7] - 2 * s[5] + s[3]),
  };
}

/** Where a cubic heads from, or comes in at, a place where it has no speed: at its ends, toward the next control point that is apart. */
function atRest(s: Cubic, t: number, near: number): Point {
  // From its start on, or from its end back: control points as offsets into it.
  const [at, others] = t < 0.5 ? [0, [2, 4, 6]] : [6, [4, 2, 0]];
  const way = (p: Point, q: Point) =>
    t < 0.5 ? { x: q.x - p.x, y: q.y - p.y } : { x: p.x - q.x, y: p.y - q.y };
  if (t === 0 || t === 1)
    for (const i of others) {
      const d = way({ x: s[at], y: s[at + 1] }, { x: s[i], y: s[i + 1] });
      if (Math.hypot(d.x, d.y) > near) return d;
    }
  return way(cubicPoint(s, t), cubicPoint(s, t < 0.5 ? t + 1e-4 : t - 1e-4));
}

/**
 * Unit tangent at `t`. Where the derivative vanishes (a handle on its end) the
 * direction of the limit is returned; a segment of no length gives (1, 0).
 */
export function cubicTangent(s: Cubic, t: number): Point {
  const size = Math.abs(s[6] - s[0]) + Math.abs(s[7] - s[1]) + Math.abs(s[2] - s[4]);
  let d = cubicDerivative(s, t);
  if (Math.hypot(d.x, d.y) <= 1e-9 * size) d = atRest(s, t, 1e-9 * size);
  const length = Math.hypot(d.x, d.y);
  return length > 0 ? { x: d.x / length, y: d.y / length } : { x: 1, y: 0 };
}

/** Signed curvature at `t` in 1/sheet units; positive where the path turns clockwise on screen. */
export function cubicCurvature(s: Cubic, t: number): number {
  const d = cubicDerivative(s, t);
  const e = cubicSecond(s, t);
  const speed = Math.hypot(d.x, d.y);
  return speed === 0 ? 0 : (d.x * e.y - d.y * e.x) / speed ** 3;
}

/** Both halves of a cubic cut at `t` (de Casteljau); they share the cut point bit for bit. */
export function splitCubic(s: Cubic, t: number): [Cubic, Cubic] {
  const [x0, y0, x1, y1, x2, y2, x3, y3] = s;
  const at = (a: number, b: number) => a + (b - a) * t;
  if (isLine(s)) {
    const x = at(x0, x3);
    const y = at(y0, y3);
    return [lineCubic(x0, y0, x, y), lineCubic(x, y, x3, y3)];
  }
  const ax = at(x0, x1);
  const ay = at(y0, y1);
  const bx = at(x1, x2);
  const by = at(y1, y2);
  const cx = at(x2, x3);
  const cy = at(y2, y3);
  const dx = at(ax, bx);
  const dy = at(ay, by);
  const ex = at(bx, cx);
  const ey = at(by, cy);
  const x = at(dx, ex);
  const y = at(dy, ey);
  return [
    [x0, y0, ax, ay, dx, dy, x, y],
    [x, y, ex, ey, cx, cy, x3, y3],
  ];
}

/** A cubic cut at rising parameters in (0, 1); neighbours share their node bit for bit. */
export function cutCubic(s: Cubic, places: readonly number[]): Cubic[] {
  const out: Cubic[] = [];
  let rest = s;
  let before = 0;
  for (const t of places) {
    const [head, tail] = splitCubic(rest, (t - before) / (1 - before));
    out.push(head);
    rest = tail;
    before = t;
  }
  return [...out, rest];
}

/** The piece between `t0` and `t1`; with `t0 > t1` the piece runs backwards. */
export function subCubic(s: Cubic, t0: number, t1: number): Cubic {
  if (t0 > t1) return reverseCubic(subCubic(s, t1, t0));
  const rest = t0 > 0 ? splitCubic(s, t0)[1] : s;
  if (t1 >= 1) return rest;
  return splitCubic(rest, t0 < 1 ? (t1 - t0) / (1 - t0) : 1)[0];
}

/** Real roots in (0, 1) of a·t² + b·t + c. */
export function quadraticRoots(a: number, b: number, c: number): number[] {
  if (Math.abs(a) <= 1e-14 * (Math.abs(b) + Math.abs(c))) {
    if (b === 0) return [];
    const t = -c / b;
    return t > 0 && t < 1 ? [t] : [];
  }
  const disc = b * b - 4 * a * c;
  if (disc < 0) return [];
  // The form that does not cancel (Press et al., Numerical Recipes, 5.6).
  const q = -0.5 * (b + (b < 0 ? -1 : 1) * Math.sqrt(disc));
  const roots = q === 0 ? [0] : [q / a, c / q];
  return roots.filter((t) => t > 0 && t < 1).sort((x, y) => x - y);
}

/** Parameters in (0, 1) where x or y has an extreme. */
export function cubicExtremes(s: Cubic): number[] {
  if (isLine(s)) return [];
  const out: number[] = [];
  for (const k of [0, 1] as const) {
    const p0 = s[k];
    const p1 = s[(2 + k) as 2 | 3];
    const p2 = s[(4 + k) as 4 | 5];
    const p3 = s[(6 + k) as 6 | 7];
    const a = p3 - 3 * p2 + 3 * p1 - p0;
    out.push(...quadraticRoots(a, 2 * (p2 - 2 * p1 + p0), p1 - p0));
  }
  return out;
}

/** Parameters in (0, 1) where the curvature changes sign. */
export function cubicInflections(s: Cubic): number[] {
  if (isLine(s)) return [];
  const ax = s[2] - s[0];
  const ay = s[3] - s[1];
  const bx = s[4] - s[2] - ax;
  const by = s[5] - s[3] - ay;
  const cx = s[6] - s[4] - ax - 2 * bx;
  const cy = s[7] - s[5] - ay - 2 * by;
  return quadraticRoots(bx * cy - by * cx, ax * cy - ay * cx, ax * by - ay * bx);
}

// Gauss–Legendre nodes and weights on [0, 1], 16 points (Abramowitz & Stegun, table 25.4).
const gaussNodes = [
  0.0950125098376374, 0.2816035507792589, 0.4580167776572274, 0.6178762444026438, 0.755404408355003,
  0.8656312023878318, 0.9445750230732326, 0.9894009349916499,
];
const gaussWeights = [
  0.1894506104550685, 0.1826034150449236, 0.1691565193950025, 0.1495959888165767, 0.1246289712555339,
  0.0951585116824928, 0.0622535239386479, 0.0271524594117541,
];

function gaussLength(s: Cubic, a: number, b: number): number {
  const half = (b - a) / 2;
  const mid = (a + b) / 2;
  let sum = 0;
  for (let i = 0; i < 8; i++) {
    const h = half * (gaussNodes[i] as number);
    const p = cubicDerivative(s, mid + h);
    const q = cubicDerivative(s, mid - h);
    sum += (gaussWeights[i] as number) * (Math.hypot(p.x, p.y) + Math.hypot(q.x, q.y));
  }
  return half * sum;
}

/** Arc length between two parameters, in sheet units, to about 1e-9 of the length. */
export function cubicLength(s: Cubic, t0 = 0, t1 = 1): number {
  if (isLine(s)) return Math.hypot(s[6] - s[0], s[7] - s[1]) * Math.abs(t1 - t0);
  const refine = (a: number, b: number, whole: number, depth: number): number => {
    const m = (a + b) / 2;
    const left = gaussLength(s, a, m);
    const right = gaussLength(s, m, b);
    if (depth <= 0 || Math.abs(left + right - whole) <= 1e-10 * whole) return left + right;
    return refine(a, m, left, depth - 1) + refine(m, b, right, depth - 1);
  };
  return refine(t0, t1, gaussLength(s, t0, t1), 12);
}

/** The lowest place of a function with one valley between `lo` and `hi` (golden section search). */
function lowest(f: (t: number) => number, lo: number, hi: number): number {
  const golden = (Math.sqrt(5) - 1) / 2;
  let [a, b] = [lo, hi];
  for (let k = 0; k < 60; k++) {
    const c = b - golden * (b - a);
    const d = a + golden * (b - a);
    if (f(c) < f(d)) b = d;
    else a = c;
  }
  return (a + b) / 2;
}

/** Nearest point of a cubic: its parameter and distance. */
export function nearestOnCubic(s: Cubic, p: Point): { t: number; distance: number } {
  const away = (t: number) => {
    const q = cubicPoint(s, t);
    return Math.hypot(q.x - p.x, q.y - p.y);
  };
  if (isLine(s)) {
    const dx = s[6] - s[0];
    const dy = s[7] - s[1];
    const l = dx * dx + dy * dy;
    const t = l === 0 ? 0 : Math.min(1, Math.max(0, ((p.x - s[0]) * dx + (p.y - s[1]) * dy) / l));
    return { t, distance: away(t) };
  }
  const n = 64;
  let best = { t: 0, distance: away(0) };
  const samples = Array.from({ length: n + 1 }, (_, i) => away(i / n));
  for (let i = 0; i <= n; i++) {
    const here = samples[i] as number;
    const before = samples[i - 1] ?? Number.POSITIVE_INFINITY;
    const after = samples[i + 1] ?? Number.POSITIVE_INFINITY;
    if (here > before || here > after) continue;
    // Where a curve turns round on the spot, there are valleys between the places that are looked at.
    const feet = [i, i - 0.5, i + 0.5]
      .filter((k) => k >= 0 && k <= n)
      .map((k) => projectOnCubic(s, p.x, p.y, k / n));
    let t = feet.reduce((a, b) => (away(b) < away(a) ? b : a));
    // Where Newton strays from this valley, the valley is searched by halving.
    if (away(t) > here || Math.abs(t - i / n) > 1 / n)
      t = lowest(away, Math.max(0, (i - 1) / n), Math.min(1, (i + 1) / n));
    const d = away(t);
    if (d < best.distance) best = { t, distance: d };
  }
  return best;
}

/** Newton projection of a point onto a cubic, from a parameter near the foot point; clamped to 0–1. */
export function projectOnCubic(s: Cubic, x: number, y: number, start: number): number {
  let t = start;
  for (let i = 0; i < 8; i++) {
    const p = cubicPoint(s, t);
    const d = cubicDerivative(s, t);
    const e = cubicSecond(s, t);
    const ex = p.x - x;
    const ey = p.y - y;
    const square = d.x * d.x + d.y * d.y;
    let slope = square + ex * e.x + ey * e.y;
    if (slope <= 0) slope = square;
    if (slope === 0) break;
    const next = Math.min(1, Math.max(0, t - (ex * d.x + ey * d.y) / slope));
    const done = Math.abs(next - t) < 1e-14;
    t = next;
    if (done) break;
  }
  return t;
}

/**
 * An arc of a circle as cubics of at most a quarter turn each; angles in radians, y downwards.
 * Handle length 4/3·tan(θ/4)·r: greatest radial error of a quarter is 2.73e-4 r.
 */
export function arcCubics(
  cx: number,
  cy: number,
  r: number,
  from: number,
  sweep: number,
  pieces = Math.max(1, Math.ceil(Math.abs(sweep) / (Math.PI / 2) - 1e-9)),
): Cubic[] {
  const step = sweep / pieces;
  const k = (4 / 3) * Math.tan(step / 4) * r;
  const out: Cubic[] = [];
  let px = cx + r * Math.cos(from);
  let py = cy + r * Math.sin(from);
  for (let i = 0; i < pieces; i++) {
    const s = from + step * i;
    const e = from + step * (i + 1);
    const qx = cx + r * Math.cos(e);
    const qy = cy + r * Math.sin(e);
    out.push([
      px,
      py,
      px - k * Math.sin(s),
      py + k * Math.cos(s),
      qx + k * Math.sin(e),
      qy - k * Math.cos(e),
      qx,
      qy,
    ]);
    px = qx;
    py = qy;
  }
  return out;
}
