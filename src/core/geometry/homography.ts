import type { Matrix } from './matrix';
import type { Point } from './vector';

/** A projective map of the plane, row by row: `x' = (a·x + b·y + c) / (g·x + h·y + i)`, `y' = (d·x + e·y + f) / (…)`. */
export type Homography = readonly [number, number, number, number, number, number, number, number, number];

/** An affine map as a projective one. */
export const homographyOf = ([a, b, c, d, e, f]: Matrix): Homography => [a, c, e, b, d, f, 0, 0, 1];

/** The map that applies `inner` first, then `outer`. */
export function project(outer: Homography, inner: Homography): Homography {
  const [a, b, c, d, e, f, g, h, i] = outer;
  const [j, k, l, m, n, o, p, q, r] = inner;
  return [
    a * j + b * m + c * p,
    a * k + b * n + c * q,
    a * l + b * o + c * r,
    d * j + e * m + f * p,
    d * k + e * n + f * q,
    d * l + e * o + f * r,
    g * j + h * m + i * p,
    g * k + h * n + i * q,
    g * l + h * o + i * r,
  ];
}

/** The inverse map, or null where the map flattens everything onto a line: its cofactors, transposed. */
export function invertProjection([a, b, c, d, e, f, g, h, i]: Homography): Homography | null {
  const back: Homography = [
    e * i - f * h,
    c * h - b * i,
    b * f - c * e,
    f * g - d * i,
    a * i - c * g,
    c * d - a * f,
    d * h - e * g,
    b * g - a * h,
    a * e - b * d,
  ];
  const det = a * back[0] + b * back[3] + c * back[6];
  if (!Number.isFinite(1 / det)) return null;
  return back.map((v) => v / det) as unknown as Homography;
}

/** Where a place comes to; beyond all bounds on the line that vanishes. */
export function projected([a, b, c, d, e, f, g, h, i]: Homography, { x, y }: Point): Point {
  const w = g * x + h * y + i;
  return { x: (a * x + b * y + c) / w, y: (d * x + e * y + f) / w };
}

/** The map of the unit square's corners (0, 0), (1, 0), (1, 1), (0, 1) onto four points, or null where three lie on a line. */
export function fromUnitSquare([p, q, r, s]: readonly [Point, Point, Point, Point]): Homography | null {
  // Heckbert, Fundamentals of Texture Mapping and Image Warping (1989), 2.2.3.
  const [dx1, dy1] = [q.x - r.x, q.y - r.y];
  const [dx2, dy2] = [s.x - r.x, s.y - r.y];
  const [dx3, dy3] = [p.x - q.x + r.x - s.x, p.y - q.y + r.y - s.y];
  const det = dx1 * dy2 - dx2 * dy1;
  const size = Math.hypot(dx1, dy1) * Math.hypot(dx2, dy2);
  if (!(Math.abs(det) > 1e-12 * size)) return null;
  const g = (dx3 * dy2 - dx2 * dy3) / det;
  const h = (dx1 * dy3 - dx3 * dy1) / det;
  return [
    q.x - p.x + g * q.x,
    s.x - p.x + h * s.x,
    p.x,
    q.y - p.y + g * q.y,
    s.y - p.y + h * s.y,
    p.y,
    g,
    h,
    1,
  ];
}
