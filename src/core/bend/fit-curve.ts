import type { Cubic } from '../geometry/cubic';
import { fitPiece, type Piece, type Trace } from './fit-piece';

export type { Trace } from './fit-piece';

/** Pieces are no shorter than this share of the curve, whatever it does there. */
const shortest = 1e-4;
/** Tries for the length of one piece. */
const tries = 40;

/** By how much a piece may be longer for its error to come to nine tenths of the tolerance: the error grows with its sixth power. */
const growth = (error: number, tolerance: number): number =>
  ((0.9 * tolerance) / (error || 1e-9 * tolerance)) ** (1 / 6);

/** The longest piece from a place on that keeps to the tolerance, near enough; `h` is a first guess at its length. */
function longestPiece(curve: Trace, from: number, guess: number, tolerance: number): Piece {
  let h = guess;
  let kept: Piece | null = null;
  let [low, high] = [0, 1 - from];
  let capped = false;
  // A short rest is no piece of its own.
  if (from > 0 && high < 1.25 * h) h = high;
  for (let k = 0; k < tries; k++) {
    const made = fitPiece(curve, from, h >= 1 - from - 1e-12 ? 1 : from + h, tolerance);
    if (made.error <= tolerance) {
      kept = made;
      low = made.to - from;
      if (made.to === 1 || made.error > 0.4 * tolerance || (capped && high - low < 0.06 * high)) return made;
    } else {
      high = h;
      capped = true;
      if (h < shortest) return made;
    }
    if (k > 3 && kept) return kept;
    const next = h * Math.min(2.5, Math.max(0.3, growth(made.error, tolerance)));
    if (!capped) h = Math.min(next, 1 - from);
    else if (!kept) h = Math.min(next, 0.7 * h);
    else h = next > low && next < high ? next : (low + high) / 2;
  }
  return kept ?? fitPiece(curve, from, Math.min(1, from + shortest), tolerance);
}

/** Most pieces that are shared out anew. */
const mostShared = 6;

/** As many pieces, cut where each has its share of what makes them short; the ones given where that does not hold. */
function sharedOut(curve: Trace, pieces: readonly Piece[], tolerance: number): readonly Piece[] {
  const need = pieces.map((p) => Math.max(0.05, p.error / tolerance) ** (1 / 6));
  const sum = need.reduce((x, y) => x + y, 0);
  const n = pieces.length;
  const cuts = [0];
  let k = 1;
  let run = 0;
  pieces.forEach((p, i) => {
    for (; k < n && run + need[i] >= (k * sum) / n; k++)
      cuts.push(p.from + ((p.to - p.from) * ((k * sum) / n - run)) / need[i]);
    run += need[i];
  });
  const even: Piece[] = [];
  for (let i = 0; i < n; i++) {
    const made = fitPiece(curve, cuts[i], i + 1 < n ? cuts[i + 1] : 1, tolerance);
    if (made.error > tolerance) return pieces;
    even.push(made);
  }
  return even;
}

/**
 * Cubics that stay within a tolerance of a curve over 0–1, in few pieces: each is as long as it may be. The error of a
 * piece grows with the sixth power of its length (de Boor, Höllig & Sabin 1987), which says how long the next try is.
 */
export function fitCurve(curve: Trace, tolerance: number): Cubic[] {
  // A little is kept back for what lies between the places that are looked at.
  const kept = 0.9 * tolerance;
  const first = fitPiece(curve, 0, 1, kept);
  if (first.error <= kept) return [first.cubic];
  const pieces: Piece[] = [];
  let h = Math.min(0.6, Math.max(1 / 16, (kept / first.error) ** (1 / 6)));
  for (let at = 0; at < 1; ) {
    const made = longestPiece(curve, at, h, kept);
    pieces.push(made);
    h = made.to - at;
    at = made.to;
  }
  return (pieces.length <= mostShared ? sharedOut(curve, pieces, kept) : pieces).map((p) => p.cubic);
}
