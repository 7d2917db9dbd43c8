import type { Contour, Path } from '../geometry/path';

/** Paths by the numbers of their first contour, and by how many contours they have. */
const known = new WeakMap<readonly number[], Map<number, Path>>();

/**
 * A nonzero path of some contours, the same object as long as their numbers are the same objects: what was
 * done to it need not be done again.
 */
export function samePath(contours: readonly Contour[]): Path {
  const first = contours[0]?.xy;
  if (!first) return { contours, fillRule: 'nonzero' };
  let own = known.get(first);
  if (!own) {
    own = new Map();
    known.set(first, own);
  }
  const found = own.get(contours.length);
  if (found?.contours.every((c, i) => c.xy === contours[i].xy && c.closed === contours[i].closed))
    return found;
  const path: Path = { contours, fillRule: 'nonzero' };
  own.set(contours.length, path);
  return path;
}
