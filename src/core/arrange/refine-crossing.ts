import { cubicDerivative, cubicPoint } from '../geometry/cubic';
import type { Curve } from './curves';

export interface Crossing {
  readonly t: number;
  readonly s: number;
  readonly x: number;
  readonly y: number;
}

/**
 * The crossing of two curves nearest to parameters `t` and `s`, by Newton on the true curves;
 * null where they run alike or the search leaves them.
 */
export function refineCrossing(
  a: Pick<Curve, 'cubic'>,
  t0: number,
  b: Pick<Curve, 'cubic'>,
  s0: number,
  size: number,
): Crossing | null {
  let t = t0;
  let s = s0;
  for (let i = 0; i < 12; i++) {
    const p = cubicPoint(a.cubic, t);
    const q = cubicPoint(b.cubic, s);
    const u = cubicDerivative(a.cubic, t);
    const v = cubicDerivative(b.cubic, s);
    const det = u.x * v.y - u.y * v.x;
    if (Math.abs(det) < 1e-9 * Math.hypot(u.x, u.y) * Math.hypot(v.x, v.y)) return null;
    const dx = q.x - p.x;
    const dy = q.y - p.y;
    const dt = (dx * v.y - dy * v.x) / det;
    const ds = (dx * u.y - dy * u.x) / det;
    t += dt;
    s += ds;
    if (t < -1e-3 || t > 1.001 || s < -1e-3 || s > 1.001) return null;
    if (Math.abs(dt) + Math.abs(ds) < 1e-15) break;
  }
  t = Math.min(1, Math.max(0, t));
  s = Math.min(1, Math.max(0, s));
  const p = cubicPoint(a.cubic, t);
  const q = cubicPoint(b.cubic, s);
  if (!(Math.hypot(p.x - q.x, p.y - q.y) <= 1e-9 * size)) return null;
  return { t, s, x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 };
}
