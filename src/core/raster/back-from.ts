import { homographyOf, invertProjection, project } from '../geometry/homography';
import { identity, invert, type Matrix, multiply } from '../geometry/matrix';
import type { PlacedPaint } from '../scene/types';

export type BackMap = [number, number, number, number, number, number, number, number, number];

/**
 * From device pixels to a paint's own space: six numbers of an affine map, and what both places are divided by. Of a paint
 * that was bent it leads from where places were before.
 */
export function backFrom(paint: PlacedPaint, toDevice: Matrix, sheet: Matrix): BackMap {
  const { matrix, homography } = paint;
  const outer = paint.unbent ? identity : paint.fixed ? sheet : toDevice;
  if (!homography) {
    const [a, b, c, d, e, f] = invert(multiply(outer, matrix)) ?? [0, 0, 0, 0, 1, 0];
    return [a, b, c, d, e, f, 0, 0, 1];
  }
  const back = invertProjection(project(homographyOf(outer), homography));
  if (!back) return [0, 0, 0, 0, 1, 0, 0, 0, 1];
  const [a, c, e, b, d, f, g, h, k] = back;
  return [a, b, c, d, e, f, g, h, k];
}
