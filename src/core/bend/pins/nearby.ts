import type { Point } from '../../geometry/vector';

/** A place and where it goes. */
export interface Moved extends Point {
  readonly toX: number;
  readonly toY: number;
}

/** Where a place goes by the rigid motion that is nearest to how places near it go (moving least squares, Schaefer, McPhail & Warren 2006). */
export function rigidlyMoved(all: readonly Moved[], x: number, y: number): Point {
  let [sum, px, py, qx, qy] = [0, 0, 0, 0, 0];
  const weights = all.map((p) => 1 / ((p.x - x) ** 2 + (p.y - y) ** 2 + 1e-12));
  all.forEach((p, i) => {
    const w = weights[i];
    sum += w;
    px += w * p.x;
    py += w * p.y;
    qx += w * p.toX;
    qy += w * p.toY;
  });
  px /= sum;
  py /= sum;
  qx /= sum;
  qy /= sum;
  let [re, im] = [0, 0];
  all.forEach((p, i) => {
    const [a, b, c, d] = [p.x - px, p.y - py, p.toX - qx, p.toY - qy];
    re += weights[i] * (a * c + b * d);
    im += weights[i] * (a * d - b * c);
  });
  const l = Math.hypot(re, im);
  if (l > 1e-12 * sum) {
    re /= l;
    im /= l;
  } else [re, im] = [1, 0];
  return { x: qx + re * (x - px) - im * (y - py), y: qy + im * (x - px) + re * (y - py) };
}
