import { degrees, type Point, turnOf } from './vector';

/** Affine map `x' = a·x + c·y + e`, `y' = b·x + d·y + f` (the order of SVG's `matrix()`). */
export type Matrix = readonly [number, number, number, number, number, number];

export const identity: Matrix = [1, 0, 0, 1, 0, 0];

/** The map that applies `inner` first, then `outer`. */
export function multiply(outer: Matrix, inner: Matrix): Matrix {
  const [a, b, c, d, e, f] = outer;
  const [g, h, i, j, k, l] = inner;
  return [a * g + c * h, b * g + d * h, a * i + c * j, b * i + d * j, a * k + c * l + e, b * k + d * l + f];
}

export const translation = (x: number, y: number): Matrix => [1, 0, 0, 1, x, y];
export const scaling = (x: number, y = x): Matrix => [x, 0, 0, y, 0, 0];

/** Turn by `angle` degrees (clockwise on screen) about (x, y). */
export function rotation(angle: number, x = 0, y = 0): Matrix {
  const { cos, sin } = turnOf(angle);
  return [cos, sin, -sin, cos, x - cos * x + sin * y, y - sin * x - cos * y];
}

export const determinant = (m: Matrix): number => m[0] * m[3] - m[1] * m[2];

/** The inverse map, or null where the map flattens everything onto a line. */
export function invert(m: Matrix): Matrix | null {
  const det = determinant(m);
  if (!Number.isFinite(1 / det)) return null;
  const [a, b, c, d, e, f] = m;
  return [d / det, -b / det, -c / det, a / det, (c * f - d * e) / det, (b * e - a * f) / det];
}

export const applyTo = (m: Matrix, p: Point): Point => ({
  x: m[0] * p.x + m[2] * p.y + m[4],
  y: m[1] * p.x + m[3] * p.y + m[5],
});

/** Whether two maps are the same, number for number. */
export const sameMatrix = (a: Matrix, b: Matrix): boolean => a.every((v, i) => v === b[i]);

export const isIdentity = (m: Matrix): boolean => sameMatrix(m, identity);

/** Geometric mean of the two scale factors: how much a length grows on average. */
export const meanScale = (m: Matrix): number => Math.sqrt(Math.abs(determinant(m)));

/** Where a part stands: its own origin at (x, y), turned and skewed in degrees, scaled by factors. */
export interface Place {
  readonly x: number;
  readonly y: number;
  readonly turn: number;
  readonly skew: number;
  readonly scaleX: number;
  readonly scaleY: number;
}

export const origin: Place = { x: 0, y: 0, turn: 0, skew: 0, scaleX: 1, scaleY: 1 };

/** Matrix of a place: scale first, then skew along x, then turn, then move. */
export function placeMatrix(p: Place): Matrix {
  const { cos, sin } = turnOf(p.turn);
  const t = p.skew === 0 ? 0 : Math.tan((p.skew * Math.PI) / 180);
  return [cos * p.scaleX, sin * p.scaleX, (cos * t - sin) * p.scaleY, (sin * t + cos) * p.scaleY, p.x, p.y];
}

/** The place whose matrix is `m` (up to rounding); a map that flattens gets a tiny scale, never zero. */
export function matrixPlace(m: Matrix): Place {
  const [a, b, c, d, e, f] = m;
  const scaleX = Math.hypot(a, b) || 1e-9;
  const scaleY = (a * d - b * c) / scaleX || 1e-9;
  const shear = (a * c + b * d) / (scaleX * scaleY);
  return {
    x: e,
    y: f,
    turn: degrees(Math.atan2(b, a)),
    skew: degrees(Math.atan(shear)),
    scaleX,
    scaleY,
  };
}
