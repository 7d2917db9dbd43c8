import { type Cubic, cubicDerivative, cubicPoint, cubicSecond, lineCubic } from '../geometry/cubic';
import type { Point } from '../geometry/vector';

/** A smooth curve by its parameter: where it is, and how fast it runs there. */
export interface Curve {
  at(t: number): Point;
  speed(t: number): Point;
}

/** Places a piece is fitted at, and those between them that check it. */
const fitted = 10;
const rounds = 6;
/** Pieces are no shorter than this share of the curve, whatever the map does there. */
const shortest = 1e-3;

interface Try {
  readonly cubic: Cubic;
  readonly error: number;
}

const unit = (p: Point, otherwise: Point): Point => {
  const l = Math.hypot(p.x, p.y);
  return l > 1e-12 ? { x: p.x / l, y: p.y / l } : otherwise;
};

/** The parameter of a point's foot on a cubic, by Newton's method from a start. */
function foot(s: Cubic, p: Point, start: number, steps: number): number {
  let t = start;
  for (let k = 0; k < steps; k++) {
    const q = cubicPoint(s, t);
    const v = cubicDerivative(s, t);
    const w = cubicSecond(s, t);
    const [dx, dy] = [q.x - p.x, q.y - p.y];
    const bend = v.x * v.x + v.y * v.y + dx * w.x + dy * w.y;
    if (!(bend > 0)) break;
    t = Math.min(1, Math.max(0, t - (dx * v.x + dy * v.y) / bend));
  }
  return t;
}

/** Where the places of a piece lie: those it is fitted at, and between them, 0–1. */
const places = Array.from({ length: 2 * fitted + 1 }, (_, i) => (i + 1) / (2 * fitted + 2));

/**
 * One cubic for a stretch of a curve: ends and their directions are the curve's own, the lengths of its handles are
 * found by Gauss and Newton's method on the distances across it.
 */
function onePiece(curve: Curve, a: number, b: number, tolerance: number): Try {
  const [p, q] = [curve.at(a), curve.at(b)];
  const h = b - a;
  const points = places.map((u) => curve.at(a + u * h));
  const chord = Math.hypot(q.x - p.x, q.y - p.y);
  const straight = { x: q.x - p.x, y: q.y - p.y };
  const [va, vb] = [curve.speed(a), curve.speed(b)];
  // Where it stands still at an end, its direction is that toward the nearest place.
  const from = unit(va, unit({ x: points[0].x - p.x, y: points[0].y - p.y }, { x: 1, y: 0 }));
  const last = points[points.length - 1];
  const to = unit({ x: -vb.x, y: -vb.y }, unit({ x: last.x - q.x, y: last.y - q.y }, { x: -1, y: 0 }));
  const least = 1e-6 * (chord + Math.hypot(va.x, va.y) * h) + 1e-12;
  let [l, r] = [va, vb].map((v) => Math.max(least, (Math.hypot(v.x, v.y) * h) / 3));
  const cubicOf = (): Cubic => [
    p.x,
    p.y,
    p.x + from.x * l,
    p.y + from.y * l,
    q.x + to.x * r,
    q.y + to.y * r,
    q.x,
    q.y,
  ];
  const feet = [...places];
  let most = 0;
  for (let k = 0; k < rounds; k++) {
    const s = cubicOf();
    let [ll, lr, rr, gl, gr] = [0, 0, 0, 0, 0];
    most = 0;
    for (let i = 1; i < places.length; i += 2) {
      feet[i] = foot(s, points[i], feet[i], k ? 1 : 2);
      const t = feet[i];
      const at = cubicPoint(s, t);
      const v = unit(cubicDerivative(s, t), straight);
      const across = (d: Point) => d.x * -v.y + d.y * v.x;
      const off = across({ x: at.x - points[i].x, y: at.y - points[i].y });
      most = Math.max(most, Math.abs(off));
      const dl = 3 * t * (1 - t) ** 2 * across(from);
      const dr = 3 * t * t * (1 - t) * across(to);
      ll += dl * dl;
      lr += dl * dr;
      rr += dr * dr;
      gl += dl * off;
      gr += dr * off;
    }
    // Well within the tolerance it need not come nearer.
    if (most < tolerance / 4) break;
    const det = ll * rr - lr * lr;
    if (!(Math.abs(det) > 1e-14 * (ll * rr + 1e-300))) break;
    const [nl, nr] = [l - (gl * rr - gr * lr) / det, r - (gr * ll - gl * lr) / det];
    // Handles neither turn round nor run away.
    const next = [nl, nr].map((v, i) => {
      const now = i ? r : l;
      return Number.isFinite(v) ? Math.min(3 * now + chord, Math.max(now / 8, v)) : now;
    });
    const moved = Math.abs(next[0] - l) + Math.abs(next[1] - r);
    [l, r] = next;
    if (moved < 1e-9 * (chord + l + r)) break;
  }
  const cubic = cubicOf();
  // Far off it need not be looked at more closely.
  if (most > 4 * tolerance) return { cubic, error: Number.isFinite(most) ? most : Number.POSITIVE_INFINITY };
  const offAt = (at: Point, start: number): number => {
    const on = cubicPoint(cubic, foot(cubic, at, start, 3));
    return Math.hypot(on.x - at.x, on.y - at.y);
  };
  const offs = points.map((at, i) => offAt(at, feet[i]));
  let error = Math.max(...offs);
  // About the worst place it is looked at closely: in a sharp turn the greatest distance lies between two places.
  const worst = offs.indexOf(error);
  for (const k of [-0.75, -0.5, -0.25, 0.25, 0.5, 0.75]) {
    const u = places[worst] + k * places[0];
    error = Math.max(error, offAt(curve.at(a + u * h), u));
  }
  return { cubic, error: Number.isFinite(error) ? error : Number.POSITIVE_INFINITY };
}

/** A line where a stretch of a curve is one, to a fiftieth of the tolerance; null otherwise. */
function asLine(curve: Curve, tolerance: number): Cubic | null {
  const [p, q] = [curve.at(0), curve.at(1)];
  const [dx, dy] = [q.x - p.x, q.y - p.y];
  const length = Math.hypot(dx, dy);
  if (!(length > 0)) return null;
  for (const u of places) {
    const { x, y } = curve.at(u);
    const along = ((x - p.x) * dx + (y - p.y) * dy) / length;
    const across = Math.abs((x - p.x) * -dy + (y - p.y) * dx) / length;
    if (across > tolerance / 50 || along < -tolerance / 50 || along > length + tolerance / 50) return null;
  }
  return lineCubic(p.x, p.y, q.x, q.y);
}

/**
 * Cubics that stay within a tolerance of a curve over 0–1, in few pieces: each is as long as it may be. The error of a
 * piece grows with the sixth power of its length (de Boor, Höllig & Sabin 1987), which says how long the next try is.
 */
export function fitCurve(curve: Curve, tolerance: number): Cubic[] {
  const line = asLine(curve, tolerance);
  if (line) return [line];
  const out: Cubic[] = [];
  let at = 0;
  let h = 1;
  while (at < 1) {
    h = Math.min(h, 1 - at);
    // A short rest is no piece of its own.
    if (1 - at - h < shortest) h = 1 - at;
    let made = onePiece(curve, at, at + h, tolerance);
    while (made.error > tolerance && h > shortest) {
      h = Math.max(shortest, h * Math.min(0.8, Math.max(0.2, 0.9 * (tolerance / made.error) ** (1 / 6))));
      made = onePiece(curve, at, at + h, tolerance);
    }
    out.push(made.cubic);
    at += h;
    h *= Math.min(4, Math.max(1, 0.9 * (tolerance / Math.max(made.error, 1e-12)) ** (1 / 6)));
  }
  return out;
}
