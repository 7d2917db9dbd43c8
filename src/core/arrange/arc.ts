import { arcCubics, type Cubic, cubicTangent, isLine } from '../geometry/cubic';
import { turnBetween } from '../geometry/vector';

export interface CircleArc {
  readonly x: number;
  readonly y: number;
  readonly r: number;
  /** Angle of the start, radians. */
  readonly from: number;
  /** Signed turn, radians; positive runs clockwise on screen. */
  readonly sweep: number;
}

/**
 * The circle's arc that a cubic stands for, or null. A cubic counts as an arc when it is the very
 * cubic that `arcCubics` draws for it, to 1e-7 of the radius.
 */
export function asArc(s: Cubic): CircleArc | null {
  if (isLine(s)) return null;
  const u = cubicTangent(s, 0);
  const v = cubicTangent(s, 1);
  const sweep = turnBetween(u, v);
  const chord = Math.hypot(s[6] - s[0], s[7] - s[1]);
  if (Math.abs(sweep) < 1e-3 || Math.abs(sweep) > Math.PI * 0.75 || chord === 0) return null;
  const r = chord / (2 * Math.abs(Math.sin(sweep / 2)));
  // An arc's handles are equally long: most curves are told by that.
  const handles = Math.hypot(s[2] - s[0], s[3] - s[1]) - Math.hypot(s[6] - s[4], s[7] - s[5]);
  if (Math.abs(handles) > 6e-7 * r) return null;
  const turn = Math.sign(sweep);
  const x = s[0] - turn * r * u.y;
  const y = s[1] + turn * r * u.x;
  const from = Math.atan2(s[1] - y, s[0] - x);
  const [drawn] = arcCubics(x, y, r, from, sweep, 1);
  for (let i = 0; i < 8; i++) if (Math.abs(drawn[i] - s[i]) > 1e-7 * r) return null;
  return { x, y, r, from, sweep };
}
