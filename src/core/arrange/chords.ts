import { type Cubic, splitCubic } from '../geometry/cubic';
import { chordCount } from '../geometry/flatten';
import type { Covers } from './cover';

/** What the choice of chords needs to know of a curve. */
interface Chorded {
  readonly cubic: Cubic;
  readonly shape: number;
  /** The next curve of the same contour. */
  readonly next: number;
}

/** A stretch of a curve that is still to be looked at. */
interface Piece {
  readonly curve: number;
  readonly t0: number;
  readonly t1: number;
  readonly s: Cubic;
  /** Chords it needs to stay within the tolerance. */
  readonly count: number;
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
  near: boolean;
  /** Whether it lies inside another shape, where a union shows nothing of it. */
  readonly hidden: boolean;
}

/** What pieces are made by. */
interface Cutting {
  readonly curves: readonly Chorded[];
  readonly tolerance: number;
  readonly pad: number;
  readonly covers: Covers | null;
}

/** Pieces of no more chords than this are not split further. */
const enough = 3;

function makePiece(cutting: Cutting, curve: number, t0: number, t1: number, s: Cubic): Piece {
  const { curves, tolerance, pad, covers } = cutting;
  return {
    curve,
    t0,
    t1,
    s,
    count: chordCount(s, tolerance),
    x0: Math.min(s[0], s[2], s[4], s[6]) - pad,
    y0: Math.min(s[1], s[3], s[5], s[7]) - pad,
    x1: Math.max(s[0], s[2], s[4], s[6]) + pad,
    y1: Math.max(s[1], s[3], s[5], s[7]) + pad,
    near: false,
    hidden: covers?.hide(s, curves[curve].shape, pad) ?? false,
  };
}

function halves(cutting: Cutting, p: Piece): [Piece, Piece] {
  const [a, b] = splitCubic(p.s, 0.5);
  const m = (p.t0 + p.t1) / 2;
  return [makePiece(cutting, p.curve, p.t0, m, a), makePiece(cutting, p.curve, m, p.t1, b)];
}

/** Whether `q` lies wholly to one side of the strip that `p` runs in. */
function besideStrip(p: Cubic, q: Cubic, pad: number): boolean {
  const x = p[0];
  const y = p[1];
  const dx = p[6] - x;
  const dy = p[7] - y;
  const l = Math.hypot(dx, dy);
  if (l === 0) return false;
  const a = (p[2] - x) * dy - (p[3] - y) * dx;
  const b = (p[4] - x) * dy - (p[5] - y) * dx;
  const low = Math.min(0, a, b) - pad * l;
  const high = Math.max(0, a, b) + pad * l;
  const q0 = (q[0] - x) * dy - (q[1] - y) * dx;
  const q1 = (q[2] - x) * dy - (q[3] - y) * dx;
  const q2 = (q[4] - x) * dy - (q[5] - y) * dx;
  const q3 = (q[6] - x) * dy - (q[7] - y) * dx;
  return (q0 > high && q1 > high && q2 > high && q3 > high) || (q0 < low && q1 < low && q2 < low && q3 < low);
}

/** Whether a cubic's control polygon never runs against a direction; a leg of no length turns nowhere. */
function runsForward(s: Cubic, dx: number, dy: number): boolean {
  for (let i = 0; i < 6; i += 2) {
    const x = s[i + 2] - s[i];
    const y = s[i + 3] - s[i + 1];
    if (x * dx + y * dy <= 0 && (x !== 0 || y !== 0)) return false;
  }
  return true;
}

/**
 * Whether two cubics that meet end to start go on without turning back: both run forward along one
 * direction, so that neither they nor their chords can meet again.
 */
function goesOn(a: Cubic, b: Cubic): boolean {
  if (a[6] !== b[0] || a[7] !== b[1]) return false;
  const l = Math.hypot(a[6] - a[0], a[7] - a[1]) || 1;
  const m = Math.hypot(b[6] - b[0], b[7] - b[1]) || 1;
  const dx = (a[6] - a[0]) / l + (b[6] - b[0]) / m;
  const dy = (a[7] - a[1]) / l + (b[7] - b[1]) / m;
  return runsForward(a, dx, dy) && runsForward(b, dx, dy);
}

function meets(p: Piece, q: Piece, curves: readonly Chorded[], pad: number): boolean {
  if (p.curve === q.curve && (p.t1 === q.t0 || q.t1 === p.t0)) return false;
  if (curves[p.curve].next === q.curve && p.t1 === 1 && q.t0 === 0 && goesOn(p.s, q.s)) return false;
  if (curves[q.curve].next === p.curve && q.t1 === 1 && p.t0 === 0 && goesOn(q.s, p.s)) return false;
  return !besideStrip(p.s, q.s, pad) && !besideStrip(q.s, p.s, pad);
}

/** Marks every piece that comes near another one. */
function markNear(pieces: Piece[], curves: readonly Chorded[], pad: number): void {
  pieces.sort((a, b) => a.x0 - b.x0);
  const open: Piece[] = [];
  for (const p of pieces) {
    if (p.hidden) continue;
    let kept = 0;
    for (const q of open) {
      if (q.x1 < p.x0) continue;
      open[kept++] = q;
      if ((p.near && q.near) || q.y1 < p.y0 || q.y0 > p.y1) continue;
      if (meets(p, q, curves, pad)) {
        p.near = true;
        q.near = true;
      }
    }
    open.length = kept;
    open.push(p);
  }
}

/**
 * Parameters at which each curve is cut into chords, 0 and 1 left out. Stretches that come near
 * another curve are cut so finely that no chord leaves its curve by more than `tolerance`; where a
 * curve is alone, the few chords that keep its hull clear of all others are enough: they enclose
 * and cross nothing that the curve does not. Stretches that `covers` hide are left coarse too: a
 * union loses them whatever they cross.
 */
export function chordParameters(
  curves: readonly Chorded[],
  tolerance: number,
  reach: number,
  covers: Covers | null = null,
): number[][] {
  const cutting: Cutting = { curves, tolerance, pad: tolerance + reach, covers };
  const out: number[][] = curves.map(() => []);
  let pieces = curves.flatMap((c, i) => {
    const whole = makePiece(cutting, i, 0, 1, c.cubic);
    return covers?.shapes.has(c.shape) && whole.count > 1 ? halves(cutting, whole) : [whole];
  });
  while (pieces.some((p) => p.count > enough)) {
    markNear(pieces, curves, cutting.pad);
    const next: Piece[] = [];
    for (const p of pieces) {
      if (!p.near) {
        if (p.t1 < 1) out[p.curve].push(p.t1);
      } else if (p.count > enough) next.push(...halves(cutting, p));
      else {
        p.near = false;
        next.push(p);
      }
    }
    pieces = next;
  }
  for (const p of pieces) {
    for (let k = 1; k < p.count; k++) out[p.curve].push(p.t0 + ((p.t1 - p.t0) * k) / p.count);
    if (p.t1 < 1) out[p.curve].push(p.t1);
  }
  for (const list of out) list.sort((a, b) => a - b);
  return out;
}
