import { combine } from '../arrange/combine';
import type { Matrix } from '../geometry/matrix';
import { type Path, reverseContour, transformPath } from '../geometry/path';
import type { Outline } from './definition';

/** Where one copy stands, and how much of it shows, 0–1. */
export interface Copy {
  readonly matrix: Matrix;
  readonly opacity: number;
}

/** Copies that all show wholly. */
export const fullCopies = (matrices: readonly Matrix[]): Copy[] =>
  matrices.map((matrix) => ({ matrix, opacity: 1 }));

const faded = (path: Path, opacity: number): Path =>
  opacity < 1 ? { ...path, opacity: (path.opacity ?? 1) * opacity } : path;

/** An outline copied; mirrored copies keep the direction of their contours. */
export function copyOutline(outline: Outline, copies: readonly Copy[], unite: boolean): Outline {
  const all = copies.flatMap(({ matrix: m, opacity }) => {
    const flips = m[0] * m[3] - m[1] * m[2] < 0;
    return outline.map((path) => {
      const copy = faded(transformPath(path, m), opacity);
      return flips ? { ...copy, contours: copy.contours.map(reverseContour) } : copy;
    });
  });
  if (unite) return [combine('union', all)];
  // Nonzero pieces may lie in one path; evenodd ones would cut one another, and what marks single pieces would be lost.
  if (all.some((path) => path.fillRule === 'evenodd' || path.tint || path.opacity !== undefined)) return all;
  return [{ contours: all.flatMap((path) => path.contours), fillRule: 'nonzero' }];
}
