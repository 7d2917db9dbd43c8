import { type Cubic, isLine } from '../geometry/cubic';
import { type ParallelPiece, parallelCurve } from './parallel';

/** Steps that the size of a curve is told in, a power of two so that curves of one size are told alike. */
const bits = 32;
/** Curves that are remembered. */
const most = 8192;

/** What a curve is remembered by, and the same bytes as the units of a text. */
const told = new Float64Array(9);
const toldUnits = new Uint16Array(told.buffer);

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
  const exponent = bits - Math.ceil(Math.log2(size));
  if (!Number.isFinite(exponent)) return parallelCurve(s, d, tolerance);
  // Words grow, and the tolerance with them: what is as good within a factor of two is the same.
  const within = 2 ** Math.floor(Math.log2(tolerance));
  const scale = 2 ** exponent;
  told.set([d, within, exponent]);
  // Adding 0 makes one zero of both.
  for (let i = 2; i < 8; i++) told[i + 1] = Math.round(own[i] * scale) + 0;
  const key = String.fromCharCode(...toldUnits);
  let pieces = known.get(key);
  if (pieces) known.delete(key);
  else {
    pieces = parallelCurve(own, d, within);
    const [oldest] = known.keys();
    if (known.size >= most && oldest !== undefined) known.delete(oldest);
  }
  // Last used, last to go.
  known.set(key, pieces);
  return pieces.map((p) => ({ ...p, cubics: p.cubics.map((c) => moved(c, x, y)) }));
}
