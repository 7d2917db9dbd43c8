import { determinant, type Matrix, sameMatrix } from '../geometry/matrix';
import { type Path, reverseContour, transformPath } from '../geometry/path';

const placed = new WeakMap<Path, { readonly toSheet: Matrix; readonly path: Path }>();

/** Returns a rim's outline on the sheet: the same one for its lights and its shades, so that they are worked out once. */
export function rimOnSheet(own: Path, toSheet: Matrix): Path {
  const known = placed.get(own);
  if (known && sameMatrix(known.toSheet, toSheet)) return known.path;
  const there = transformPath(own, toSheet);
  const path = determinant(toSheet) < 0 ? { ...there, contours: there.contours.map(reverseContour) } : there;
  placed.set(own, { toSheet, path });
  return path;
}
