import { type Cubic, lineCubic } from '../geometry/cubic';

/**
 * A smooth curve by its parameter: writes x and y, and where `speed` is asked for how fast they grow there, into the first four
 * numbers of `out`.
 */
export type Trace = (t: number, out: Float64Array, speed: boolean) => void;

/** One cubic for a stretch of a curve, and how far it lies from it at most, as far as it was looked at. */
export interface Piece {
  readonly cubic: Cubic;
  readonly error: number;
  readonly from: number;
  readonly to: number;
}

/** Places that a piece is fitted at; as many lie between them and at the ends that check it. */
const fitted = 10;
const all = 2 * fitted + 1;
const rounds = 6;

// Scratch numbers: a piece is fitted in one go, so one set of them is enough.
const start = new Float64Array(4);
const end = new Float64Array(4);
const spot = new Float64Array(4);
const places = new Float64Array(2 * all);
const feet = new Float64Array(all);
/** The ends of the piece in hand, the directions of its handles there, and the lengths of these. */
const piece = { x0: 0, y0: 0, x1: 0, y1: 0, ux: 0, uy: 0, vx: 0, vy: 0 };
/** A foot: its parameter, how far the piece lies from the place there, and how fast it runs. */
const foot = { t: 0, offX: 0, offY: 0, dx: 0, dy: 0 };

/** The foot of a place on the piece with handles of lengths `a` and `b`, from `t` on by Newton's method; how far off it lies. */
function toFoot(t: number, a: number, b: number, x: number, y: number, steps: number): number {
  const x0 = piece.x0;
  const y0 = piece.y0;
  const x1 = piece.x1;
  const y1 = piece.y1;
  const px = a * piece.ux;
  const py = a * piece.uy;
  const qx = b * piece.vx;
  const qy = b * piece.vy;
  for (let k = steps; ; k--) {
    const w = 1 - t;
    const p = 3 * t * w * w;
    const q = 3 * t * t * w;
    const f0 = w * w * (w + 3 * t);
    const f1 = t * t * (t + 3 * w);
    const offX = f0 * x0 + f1 * x1 + p * px + q * qx - x;
    const offY = f0 * y0 + f1 * y1 + p * py + q * qy - y;
    const dp = 3 * w * (w - 2 * t);
    const dq = 3 * t * (2 * w - t);
    const d = 6 * t * w;
    const dx = d * (x1 - x0) + dp * px + dq * qx;
    const dy = d * (y1 - y0) + dp * py + dq * qy;
    if (k === 0) {
      foot.t = t;
      foot.offX = offX;
      foot.offY = offY;
      foot.dx = dx;
      foot.dy = dy;
      return Math.sqrt(offX * offX + offY * offY);
    }
    t = Math.min(1, Math.max(0, t - (offX * dx + offY * dy) / (dx * dx + dy * dy || 1)));
  }
}

/** Sets the direction at an end: that of the curve, or where it stands still there the way to the nearest place. */
function direct(dx: number, dy: number, toX: number, toY: number, atEnd: boolean): number {
  let x = dx;
  let y = dy;
  let l = Math.sqrt(x * x + y * y);
  if (!(l > 1e-12)) {
    x = toX;
    y = toY;
    l = Math.sqrt(x * x + y * y);
  }
  if (!(l > 0)) {
    x = 1;
    l = 1;
  }
  if (atEnd) {
    piece.vx = -x / l;
    piece.vy = -y / l;
  } else {
    piece.ux = x / l;
    piece.uy = y / l;
  }
  return l;
}

/** Whether the places lie on the chord in order, as near as a fiftieth of the tolerance. */
function isStraight(chord: number, tolerance: number): boolean {
  if (!(chord > 0)) return false;
  const x0 = piece.x0;
  const y0 = piece.y0;
  const cx = (piece.x1 - x0) / chord;
  const cy = (piece.y1 - y0) / chord;
  const near = tolerance / 50;
  let before = -near;
  for (let i = 0; i < all; i++) {
    const dx = places[2 * i] - x0;
    const dy = places[2 * i + 1] - y0;
    const along = dx * cx + dy * cy;
    if (Math.abs(dx * cy - dy * cx) > near || along < before - near || along > chord + near) return false;
    before = along;
  }
  return true;
}

/**
 * One cubic for a stretch of a curve: ends and their directions are the curve's own, the lengths of its handles are found by
 * Gauss and Newton's method on the distances across it at some places; others between these check it. A straight one is a line.
 */
export function fitPiece(curve: Trace, from: number, to: number, tolerance: number): Piece {
  curve(from, start, true);
  curve(to, end, true);
  const h = to - from;
  piece.x0 = start[0];
  piece.y0 = start[1];
  piece.x1 = end[0];
  piece.y1 = end[1];
  const chord = Math.hypot(end[0] - start[0], end[1] - start[1]);
  for (let i = 0; i < all; i++) {
    feet[i] = (i + 1) / (all + 1);
    curve(from + h * feet[i], spot, false);
    places[2 * i] = spot[0];
    places[2 * i + 1] = spot[1];
  }
  if (isStraight(chord, tolerance))
    return { cubic: lineCubic(piece.x0, piece.y0, piece.x1, piece.y1), error: 0, from, to };
  const last = 2 * (all - 1);
  const speedA = direct(start[2], start[3], places[0] - start[0], places[1] - start[1], false);
  const speedB = direct(end[2], end[3], end[0] - places[last], end[1] - places[last + 1], true);
  const least = 1e-9 * (chord + (speedA + speedB) * h) + 1e-15;
  let a = Math.max(least, (speedA * h) / 3);
  let b = Math.max(least, (speedB * h) / 3);
  let bestA = a;
  let bestB = b;
  let best = Number.POSITIVE_INFINITY;
  let before = Number.POSITIVE_INFINITY;
  for (let k = 0; k < rounds; k++) {
    let aa = 0;
    let ab = 0;
    let bb = 0;
    let ra = 0;
    let rb = 0;
    let most = 0;
    for (let i = 1; i < all; i += 2) {
      most = Math.max(most, toFoot(feet[i], a, b, places[2 * i], places[2 * i + 1], 1));
      const t = foot.t;
      feet[i] = t;
      const l = Math.sqrt(foot.dx * foot.dx + foot.dy * foot.dy) || 1;
      const nx = -foot.dy / l;
      const ny = foot.dx / l;
      const w = 1 - t;
      const p = 3 * t * w * w * (piece.ux * nx + piece.uy * ny);
      const q = 3 * t * t * w * (piece.vx * nx + piece.vy * ny);
      const off = foot.offX * nx + foot.offY * ny;
      aa += p * p;
      ab += p * q;
      bb += q * q;
      ra += p * off;
      rb += q * off;
    }
    if (!(most < Number.POSITIVE_INFINITY)) break;
    if (most < best) {
      best = most;
      bestA = a;
      bestB = b;
    }
    // Well within the tolerance it need not come nearer; where it hardly does any more it will not.
    if (best <= 0.3 * tolerance || (k > 0 && most > 0.7 * before)) break;
    before = most;
    const lift = 1e-9 * (aa + bb);
    const det = (aa + lift) * (bb + lift) - ab * ab;
    if (!(det > 0)) break;
    const da = (ra * (bb + lift) - rb * ab) / det;
    const db = (rb * (aa + lift) - ra * ab) / det;
    // Handles neither turn round nor run away.
    a = Math.min(Math.max(a - da, a / 3), 3 * a + chord);
    b = Math.min(Math.max(b - db, b / 3), 3 * b + chord);
    if (Math.abs(da) + Math.abs(db) < 1e-3 * tolerance) break;
  }
  if (best <= tolerance)
    for (let i = 0; i < all; i += 2) {
      const between = ((i ? feet[i - 1] : 0) + (i + 1 < all ? feet[i + 1] : 1)) / 2;
      best = Math.max(best, toFoot(between, bestA, bestB, places[2 * i], places[2 * i + 1], 2));
    }
  const { x0, y0, x1, y1, ux, uy, vx, vy } = piece;
  const cubic: Cubic = [x0, y0, x0 + bestA * ux, y0 + bestA * uy, x1 + bestB * vx, y1 + bestB * vy, x1, y1];
  return { cubic, error: best, from, to };
}
