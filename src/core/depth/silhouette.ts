import { type Cubic, isLine } from '../geometry/cubic';
import { bezierPowers, signChanges } from '../geometry/polynomial';
import type { View } from './view';

const cross = (ax: number, ay: number, bx: number, by: number) => ax * by - ay * bx;

/**
 * Parameters in (0, 1) at which a cubic runs along the rulings: there a side that can be seen ends. Along a direction D they
 * are the roots of B′ × D, toward a vanishing point V those of B′ × (B − V), whose powers t⁵ cancel.
 */
export function silhouetteOf(s: Cubic, view: View): number[] {
  if (isLine(s)) return [];
  const [ox, oy] = view.kind === 'toward' ? [view.x, view.y] : [0, 0];
  const [a, b, c, d] = bezierPowers(s[0], s[2], s[4], s[6], ox);
  const [e, f, g, h] = bezierPowers(s[1], s[3], s[5], s[7], oy);
  if (view.kind === 'along') {
    const { dx, dy } = view;
    return signChanges([3 * cross(a, e, dx, dy), 2 * cross(b, f, dx, dy), cross(c, g, dx, dy)]);
  }
  return signChanges([
    cross(a, e, b, f),
    2 * cross(a, e, c, g),
    3 * cross(a, e, d, h) + cross(b, f, c, g),
    2 * cross(b, f, d, h),
    cross(c, g, d, h),
  ]);
}

/** Parameters in (0, 1) at which a cubic crosses a ray from the vanishing point, its direction given. */
export function crossingsOfRay(s: Cubic, x: number, y: number, ex: number, ey: number): number[] {
  const px = bezierPowers(s[0], s[2], s[4], s[6], x);
  const py = bezierPowers(s[1], s[3], s[5], s[7], y);
  return signChanges(px.map((k, i) => cross(k, py[i], ex, ey)));
}
