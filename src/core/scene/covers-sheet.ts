import { knownBounds } from '../geometry/known-bounds';
import { containsPoint } from '../geometry/measure';
import { boundsCorners, type Path } from '../geometry/path';

/** Whether a path covers all of a sheet. */
export function coversSheet(
  path: Path,
  { width, height }: { readonly width: number; readonly height: number },
): boolean {
  const b = knownBounds(path);
  if (!b || b.x0 > 0 || b.y0 > 0 || b.x1 < width || b.y1 < height) return false;
  const inset = 1e-6 * Math.max(width, height);
  return boundsCorners({ x0: inset, y0: inset, x1: width - inset, y1: height - inset }).every((p) =>
    containsPoint(path, p),
  );
}
