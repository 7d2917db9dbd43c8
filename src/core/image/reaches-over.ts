import { applyTo, invert, type Matrix } from '../geometry/matrix';
import type { Bounds } from '../geometry/path';
import type { ImageSize } from './image-id';

/** Whether a picture that a matrix leads from its pixels reaches over all of some bounds, but for what is too little to be seen. */
export function reachesOver(m: Matrix, { width, height }: ImageSize, b: Bounds): boolean {
  const back = invert(m);
  if (!back) return false;
  const slack = 1e-6 * Math.max(width, height);
  return [
    [b.x0, b.y0],
    [b.x1, b.y0],
    [b.x0, b.y1],
    [b.x1, b.y1],
  ].every(([x, y]) => {
    const p = applyTo(back, { x, y });
    return p.x >= -slack && p.y >= -slack && p.x <= width + slack && p.y <= height + slack;
  });
}
