import { type Cubic, isLine } from '../geometry/cubic';
import { type ParallelPiece, parallelCurve } from './parallel';
import { asText, finenessOf, inSteps, makeRoom } from './remembering';

/** Curves that are remembered. */
const most = 8192;

/** What a curve is remembered by. */
const told = new Float64Array(9);

const known = new Map<string, readonly ParallelPiece[]>();

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

/**
 * The parallel of a cubic at distance `d`, within `tolerance`, worked out once for each form: the same curves come
 * again with every letter, and in every outline that words have while they are typed.
 */
export function knownParallel(s: Cubic, d: number, tolerance: number): readonly ParallelPiece[] {
  if (isLine(s)) return parallelCurve(s, d, tolerance);
  const [x, y] = s;
  const own = moved(s, -x, -y);
  const size = own.reduce((m, v) => Math.max(m, Math.abs(v)), 0);
  const fineness = finenessOf(size);
  if (!fineness) return parallelCurve(s, d, tolerance);
  // Words grow, and the tolerance with them: what is as good within a factor of two is the same.
  const within = 2 ** Math.floor(Math.log2(tolerance));
  told.set([d, within, fineness.exponent]);
  for (let i = 2; i < 8; i++) told[i + 1] = inSteps(own[i], fineness.scale);
  const key = asText(told);
  let pieces = known.get(key);
  if (pieces) known.delete(key);
  else {
    pieces = parallelCurve(own, d, within);
    makeRoom(known, most);
  }
  // Last used, last to go.
  known.set(key, pieces);
  return pieces.map((p) => ({ ...p, cubics: p.cubics.map((c) => moved(c, x, y)) }));
}
