import { type Cubic, isLine, lineCubic } from '../geometry/cubic';
import { type Homography, projected } from '../geometry/homography';
import type { Point } from '../geometry/vector';

/** Four control points with a weight each, x, y, weight: a rational cubic, which is what a projective map makes of a cubic. */
type Lifted = readonly number[];

/** How often a cubic is halved at most. */
const mostHalvings = 10;
/** Places between the ends at which a piece is held against the true curve; the middle one lies on it. */
const checks = 8;

const lift = ([a, b, c, d, e, f, g, h, i]: Homography, s: Cubic): Lifted => {
  const out: number[] = [];
  for (let k = 0; k < 8; k += 2) {
    const [x, y] = [s[k], s[k + 1]];
    out.push(a * x + b * y + c, d * x + e * y + f, g * x + h * y + i);
  }
  return out;
};

/** Both halves of a rational cubic, cut at a parameter. */
function cut(l: Lifted, t: number): [Lifted, Lifted] {
  const left: number[] = Array(12);
  const right: number[] = Array(12);
  for (let k = 0; k < 3; k++) {
    const [p, q, r, s] = [l[k], l[k + 3], l[k + 6], l[k + 9]];
    const [pq, qr, rs] = [p + (q - p) * t, q + (r - q) * t, r + (s - r) * t];
    const [pqr, qrs] = [pq + (qr - pq) * t, qr + (rs - qr) * t];
    const m = pqr + (qrs - pqr) * t;
    left[k] = p;
    left[k + 3] = pq;
    left[k + 6] = pqr;
    left[k + 9] = m;
    right[k] = m;
    right[k + 3] = qrs;
    right[k + 6] = rs;
    right[k + 9] = s;
  }
  return [left, right];
}

/** Where a rational cubic is at a parameter. */
function pointOf(l: Lifted, t: number): Point {
  const n = 1 - t;
  const [b0, b1, b2, b3] = [n * n * n, 3 * n * n * t, 3 * n * t * t, t * t * t];
  const w = b0 * l[2] + b1 * l[5] + b2 * l[8] + b3 * l[11];
  return {
    x: (b0 * l[0] + b1 * l[3] + b2 * l[6] + b3 * l[9]) / w,
    y: (b0 * l[1] + b1 * l[4] + b2 * l[7] + b3 * l[10]) / w,
  };
}

/** The parameter halfway along, where λ evens the weights of the ends. */
const middleOf = (lambda: number): number => 1 / (1 + 1 / lambda);

/** The greatest distance of a cubic from a rational one, looked at between its ends; λ evens the weights of its ends. */
function errorOf(s: Cubic, l: Lifted, lambda: number): number {
  let most = 0;
  for (let k = 1; k < checks; k++) {
    let u = k / checks;
    const { x, y } = pointOf(l, u / (u + (1 - u) / lambda));
    let [dx, dy] = [0, 0];
    // Its foot, by two rounds of Newton's method from the same share of the way.
    for (let round = 0; ; round++) {
      const v = 1 - u;
      dx = v * v * (v * s[0] + 3 * u * s[2]) + u * u * (3 * v * s[4] + u * s[6]) - x;
      dy = v * v * (v * s[1] + 3 * u * s[3]) + u * u * (3 * v * s[5] + u * s[7]) - y;
      if (round === 2) break;
      const vx = 3 * (v * v * (s[2] - s[0]) + 2 * v * u * (s[4] - s[2]) + u * u * (s[6] - s[4]));
      const vy = 3 * (v * v * (s[3] - s[1]) + 2 * v * u * (s[5] - s[3]) + u * u * (s[7] - s[5]));
      const square = vx * vx + vy * vy;
      if (!(square > 0)) break;
      u = Math.min(1, Math.max(0, u - (dx * vx + dy * vy) / square));
    }
    most = Math.max(most, Math.hypot(dx, dy));
  }
  return Number.isFinite(most) ? most : Number.POSITIVE_INFINITY;
}

/**
 * One cubic for a rational one: its ends and their directions are exact, the handles as long as it takes to pass through the
 * middle (Farin, Curves and Surfaces for CAGD, rational Bézier curves; λ makes the weights of the ends equal).
 */
function onePiece(l: Lifted, lambda: number): Cubic | null {
  const [x0, y0] = [l[0] / l[2], l[1] / l[2]];
  const [x3, y3] = [l[9] / l[11], l[10] / l[11]];
  const [ux, uy] = [l[3] / l[5] - x0, l[4] / l[5] - y0];
  const [vx, vy] = [l[6] / l[8] - x3, l[7] / l[8] - y3];
  const m = pointOf(l, middleOf(lambda));
  // As long as the speed at the ends says, where the middle does not.
  let [p, q] = [(l[5] / l[2]) * lambda, l[8] / l[11] / lambda];
  const det = ux * vy - uy * vx;
  const [rx, ry] = [(8 * m.x - 4 * (x0 + x3)) / 3, (8 * m.y - 4 * (y0 + y3)) / 3];
  if (Math.abs(det) > 1e-3 * Math.hypot(ux, uy) * Math.hypot(vx, vy)) {
    const [np, nq] = [(rx * vy - ry * vx) / det, (ux * ry - uy * rx) / det];
    if (np > p / 3 && np < 3 * p && nq > q / 3 && nq < 3 * q) [p, q] = [np, nq];
  }
  const made: Cubic = [x0, y0, x0 + ux * p, y0 + uy * p, x3 + vx * q, y3 + vy * q, x3, y3];
  return made.every(Number.isFinite) ? made : null;
}

function pieces(l: Lifted, tolerance: number, halvings: number): Cubic[] | null {
  const lambda = Math.cbrt(l[2] / l[11]);
  const made = onePiece(l, lambda);
  if (made && errorOf(made, l, lambda) <= tolerance) return [made];
  if (halvings >= mostHalvings) return null;
  const [left, right] = cut(l, middleOf(lambda));
  const first = pieces(left, tolerance, halvings + 1);
  const second = first && pieces(right, tolerance, halvings + 1);
  return second && [...first, ...second];
}

/**
 * The image of a cubic under a projective map, all of it in front of the eye, within a tolerance of its true place; lines stay
 * lines. Null where it has no image that is told so, as about a cusp.
 */
export function projectCubic(s: Cubic, m: Homography, tolerance: number): Cubic[] | null {
  if (!isLine(s)) return pieces(lift(m, s), tolerance, 0);
  const p = projected(m, { x: s[0], y: s[1] });
  const q = projected(m, { x: s[6], y: s[7] });
  return [lineCubic(p.x, p.y, q.x, q.y)];
}
