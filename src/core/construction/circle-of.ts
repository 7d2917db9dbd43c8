import { type Cubic, cubicPoint, cubicTangent, isLine } from '../geometry/cubic';
import { turnBetween } from '../geometry/vector';

export interface Circle {
  readonly x: number;
  readonly y: number;
  readonly r: number;
}

/** A stretch of a quarter circle as a cubic lies off by 2.73e-4 of the radius at most; so much is taken for a circle. */
const off = 4e-4;

/** Turns of less than this say too little of their circle, radians. */
export const leastSweep = 0.12;

/** The circle through three places, or null where they lie on a line. */
function through(ax: number, ay: number, bx: number, by: number, cx: number, cy: number): Circle | null {
  const [px, py, qx, qy] = [bx - ax, by - ay, cx - ax, cy - ay];
  const d = 2 * (px * qy - py * qx);
  const [p, q] = [px * px + py * py, qx * qx + qy * qy];
  if (Math.abs(d) < 1e-9 * Math.max(p, q)) return null;
  const [x, y] = [(qy * p - py * q) / d, (px * q - qx * p) / d];
  return { x: ax + x, y: ay + y, r: Math.hypot(x, y) };
}

/** The circle that a curve runs along, as nearly as cubics draw circles, and how far round it turns; null for any other. */
export function circleOf(s: Cubic): (Circle & { readonly sweep: number }) | null {
  if (isLine(s)) return null;
  const sweep = Math.abs(turnBetween(cubicTangent(s, 0), cubicTangent(s, 1)));
  const m = cubicPoint(s, 0.5);
  const circle = through(s[0], s[1], m.x, m.y, s[6], s[7]);
  if (!circle) return null;
  const { x, y, r } = circle;
  for (const t of [0.125, 0.25, 0.375, 0.625, 0.75, 0.875]) {
    const p = cubicPoint(s, t);
    if (Math.abs(Math.hypot(p.x - x, p.y - y) - r) > off * r) return null;
  }
  return { ...circle, sweep };
}

/** Whether a curve lies on a circle, as nearly. */
export const liesOn = (s: Cubic, { x, y, r }: Circle): boolean =>
  [0, 0.25, 0.5, 0.75, 1].every((t) => {
    const p = cubicPoint(s, t);
    return Math.abs(Math.hypot(p.x - x, p.y - y) - r) <= 2 * off * r;
  });
