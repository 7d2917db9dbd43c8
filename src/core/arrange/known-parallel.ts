import { BoundedCache, mebibytes } from '../cache/bounded-cache';
import type { Cubic } from '../geometry/cubic';
import { exactParallel, fittedParallel, type ParallelPiece, parallelPoint } from './parallel';
import { asText, finenessOf, inSteps } from './remembering';

/** What a curve is remembered by. */
const form = new Float64Array(8);

/** A stretch is a few cubics of eight numbers, in objects of their own. */
const bytesOf = (pieces: readonly ParallelPiece[]): number =>
  pieces.reduce((n, p) => n + 120 + 128 * p.cubics.length, 0);

const known = new BoundedCache<readonly ParallelPiece[]>(mebibytes(16), bytesOf);

/** How exactly parallels are fitted, as a share of the curve's size or of the distance, whichever is greater. */
const exactness = 2e-5;

/** Steps that the size of a curve is told in, as the power of two: a tenth of the exactness at most. */
const bits = 20;

const moved = (s: Cubic, x: number, y: number): Cubic => [
  s[0] + x,
  s[1] + y,
  s[2] + x,
  s[3] + y,
  s[4] + x,
  s[5] + y,
  s[6] + x,
  s[7] + y,
];

/** The stretches with their ends where those of the curve itself are, their handles moved with them. */
function between(s: Cubic, d: number, pieces: readonly ParallelPiece[]): ParallelPiece[] {
  const [p, q] = [parallelPoint(s, 0, d), parallelPoint(s, 1, d)];
  const out = pieces.map((piece) => ({ ...piece, cubics: piece.cubics.map((c) => moved(c, s[0], s[1])) }));
  const head = out[0].cubics;
  const [x0, y0, x1, y1, ...rest] = head[0];
  head[0] = [p.x, p.y, p.x + (x1 - x0), p.y + (y1 - y0), ...rest];
  const tail = out[out.length - 1].cubics;
  const [a, b, c, e, x2, y2, x3, y3] = tail[tail.length - 1];
  tail[tail.length - 1] = [a, b, c, e, q.x + (x2 - x3), q.y + (y2 - y3), q.x, q.y];
  return out;
}

/**
 * The parallel of a cubic at distance `d`, worked out once for each form: the same curves come again with every
 * letter, and in every outline that words have while they are typed. How exact it is depends on the curve alone,
 * and so does the parallel: it is that of the form as it is told.
 */
export function knownParallel(s: Cubic, d: number): readonly ParallelPiece[] {
  const exact = exactParallel(s, d);
  if (exact) return [exact];
  let size = 0;
  for (let i = 2; i < 8; i++) size = Math.max(size, Math.abs(s[i] - s[i % 2]));
  const fineness = finenessOf(size, bits);
  // What has no extent has no side either.
  if (!fineness) return [];
  const { exponent, scale } = fineness;
  form.set([d, exponent]);
  for (let i = 2; i < 8; i++) form[i] = inSteps(s[i] - s[i % 2], scale);
  const key = asText(form);
  const pieces = known.getOr(key, () => {
    const cubic = [0, 0, ...form.subarray(2)].map((v) => v / scale) as unknown as Cubic;
    return fittedParallel(cubic, d, exactness * Math.max(size, Math.abs(d)));
  });
  return between(s, d, pieces);
}
