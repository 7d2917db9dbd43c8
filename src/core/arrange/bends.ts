import {
  type Cubic,
  cubicDerivative,
  cubicSecond,
  isLine,
  quadraticRoots,
  subCubic,
} from '../geometry/cubic';
import { cross, dot } from '../geometry/vector';

/** Ends of a curve that count as such, in its parameter. */
const end = 1e-9;

/** Where a curve turns that runs to and fro on one line; null for any other. */
function turnsOnLine(s: Cubic): readonly number[] | null {
  const to = [2, 4, 6].map((i) => ({ x: s[i] - s[0], y: s[i + 1] - s[1] }));
  const far = to.reduce((a, b) => (dot(b, b) > dot(a, a) ? b : a));
  const size = dot(far, far);
  if (to.some((p) => Math.abs(cross(far, p)) > 1e-12 * size)) return null;
  const [b, c, e] = to.map((p) => dot(far, p));
  return quadraticRoots(e - 3 * c + 3 * b, 2 * (c - 2 * b), b).filter((t) => t > end && t < 1 - end);
}

/** Looks along a curve for where it is slowest, and radius of a bend there, as a share of its size, below which that is nearly a cusp. */
const looks = 64;
const sharp = 0.02;

/** Before and after a bend that is nearly a cusp; nothing where a curve has none. */
function aboutCusp(s: Cubic): readonly number[] {
  const leg = (i: number) => ({ x: s[i + 2] - s[i], y: s[i + 3] - s[i + 1] });
  const [first, second, third] = [leg(0), leg(2), leg(4)];
  // A curve that nowhere goes back is slow nowhere but at its ends.
  if (dot(first, second) >= 0 && dot(second, third) >= 0 && dot(first, third) >= 0) return [];
  const speed = (t: number) => {
    const v = cubicDerivative(s, t);
    return dot(v, v);
  };
  let [slowest, fastest] = [0, 0];
  for (let i = 0; i <= looks; i++) {
    if (speed(i / looks) < speed(slowest / looks)) slowest = i;
    if (speed(i / looks) > speed(fastest / looks)) fastest = i;
  }
  if (speed(slowest / looks) > 0.02 * speed(fastest / looks)) return [];
  // Where it is slowest, it bends at right angles to where it goes: found by halving.
  let [a, b] = [Math.max(0, slowest - 1) / looks, Math.min(looks, slowest + 1) / looks];
  const rises = (t: number) => dot(cubicDerivative(s, t), cubicSecond(s, t)) > 0;
  if (rises(a) || !rises(b)) return [];
  for (let i = 0; i < 50; i++) {
    const t = (a + b) / 2;
    if (rises(t)) b = t;
    else a = t;
  }
  const t = (a + b) / 2;
  const [v, w] = [cubicDerivative(s, t), cubicSecond(s, t)];
  const [slow, bends] = [Math.hypot(v.x, v.y), Math.hypot(w.x, w.y)];
  const size = Math.max(...[2, 4, 6].map((i) => Math.hypot(s[i] - s[0], s[i + 1] - s[1])));
  if (!(bends > 0) || slow * slow > sharp * size * bends) return [];
  // Within so much of it the curve turns by all but a few degrees of half a turn: its direction runs as an arc tangent.
  const reach = Math.max((8 * slow) / bends, 1e-6);
  return [t - reach, t + reach].filter((at) => at > end && at < 1 - end);
}

/**
 * A curve told apart where it turns so sharply that what lies beside it goes round: where it comes back on its own line, and before
 * and after what is nearly a cusp. Any other as it is.
 */
export function atBends(s: Cubic): readonly Cubic[] {
  if (isLine(s)) return [s];
  const at = turnsOnLine(s) ?? aboutCusp(s);
  if (!at.length) return [s];
  const places = [0, ...at, 1];
  return places.slice(1).map((t, i) => subCubic(s, places[i], t));
}
