import { type Cubic, transformCubic } from '../geometry/cubic';
import { type Homography, homographyOf, project } from '../geometry/homography';
import { invert, type Matrix, multiply } from '../geometry/matrix';
import { type Bounds, type Path, transformBounds, transformPath } from '../geometry/path';
import type { Point } from '../geometry/vector';

/** How a map turns and stretches at a place: ∂X/∂x, ∂Y/∂x, ∂X/∂y, ∂Y/∂y. */
export type Jacobian = readonly [number, number, number, number];

/** A map of the plane, smooth but where said. */
export interface PlaneMap {
  at(x: number, y: number): Point;
  /** Told where it is known; taken from differences otherwise. */
  jacobian?(x: number, y: number): Jacobian;
  /** The same as numbers, where it takes lines to lines: paints then go along exactly. */
  readonly homography?: Homography;
  /** Parameters in (0, 1) at which the image of a cubic has a corner that it has not itself; none where left out. */
  creases?(s: Cubic): readonly number[];
  /** What of some bounds can be carried, as a path; null where all of it can. */
  within?(bounds: Bounds): Path | null;
}

/** Step of the differences, sheet units: rounding and curvature spoil them alike little. */
const step = 1e-4;

/** The Jacobian of a map at a place, its own or by central differences. */
export function jacobianOf(map: PlaneMap, x: number, y: number): Jacobian {
  if (map.jacobian) return map.jacobian(x, y);
  const [l, r] = [map.at(x - step, y), map.at(x + step, y)];
  const [u, d] = [map.at(x, y - step), map.at(x, y + step)];
  const k = 1 / (2 * step);
  return [(r.x - l.x) * k, (r.y - l.y) * k, (d.x - u.x) * k, (d.y - u.y) * k];
}

/** The map after a change of coordinates: first the matrix, then the map. */
export function after(map: PlaneMap, m: Matrix): PlaneMap {
  const [a, b, c, d, e, f] = m;
  return {
    at: (x, y) => map.at(a * x + c * y + e, b * x + d * y + f),
    jacobian(x, y) {
      const [xx, yx, xy, yy] = jacobianOf(map, a * x + c * y + e, b * x + d * y + f);
      return [xx * a + xy * b, yx * a + yy * b, xx * c + xy * d, yx * c + yy * d];
    },
    ...(map.homography ? { homography: project(map.homography, homographyOf(m)) } : {}),
    ...(map.creases ? { creases: (s: Cubic) => map.creases?.(transformCubic(s, m)) ?? [] } : {}),
    within(bounds) {
      const kept = map.within?.(transformBounds(bounds, m));
      const back = kept && invert(m);
      return back ? transformPath(kept, back) : null;
    },
  };
}

/** One map, and then another. */
export function following(first: PlaneMap, then: PlaneMap): PlaneMap {
  return {
    at(x, y) {
      const p = first.at(x, y);
      return then.at(p.x, p.y);
    },
    jacobian(x, y) {
      const p = first.at(x, y);
      const [a, b, c, d] = jacobianOf(first, x, y);
      const [e, f, g, h] = jacobianOf(then, p.x, p.y);
      return [e * a + g * b, f * a + h * b, e * c + g * d, f * c + h * d];
    },
  };
}

/** The matrix that is nearest to a map about a place: what it does there, as far as it is straight. */
export function straightAt(map: PlaneMap, { x, y }: Point): Matrix {
  const [a, b, c, d] = jacobianOf(map, x, y);
  const p = map.at(x, y);
  return multiply([a, b, c, d, p.x, p.y], [1, 0, 0, 1, -x, -y]);
}
