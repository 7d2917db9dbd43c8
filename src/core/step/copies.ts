import { combine } from '../arrange/combine';
import type { Matrix } from '../geometry/matrix';
import { reverseContour, transformPath } from '../geometry/path';
import type { Outline } from './definition';

/** An outline under several matrices; mirrored copies keep the direction of their contours. */
export function copyOutline(outline: Outline, matrices: readonly Matrix[], unite: boolean): Outline {
  const all = matrices.flatMap((m) => {
    const flips = m[0] * m[3] - m[1] * m[2] < 0;
    return outline.map((path) => {
      const copy = transformPath(path, m);
      return flips ? { ...copy, contours: copy.contours.map(reverseContour) } : copy;
    });
  });
  if (unite) return [combine('union', all)];
  // Nonzero pieces may lie in one path; evenodd ones would cut one another, and tints would be lost.
  if (all.some((path) => path.fillRule === 'evenodd' || path.tint)) return all;
  return [{ contours: all.flatMap((path) => path.contours), fillRule: 'nonzero' }];
}
