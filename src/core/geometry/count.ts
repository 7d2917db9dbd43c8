import type { Path } from './path';

const known = new WeakMap<Path, number>();

/** Segments of a path. */
export function segmentCount(path: Path): number {
  let n = known.get(path);
  if (n === undefined) {
    n = path.contours.reduce((sum, c) => sum + Math.max(0, (c.xy.length - 2) / 6), 0);
    known.set(path, n);
  }
  return n;
}

/** Segments of several paths. */
export const segmentsIn = (paths: readonly Path[]): number =>
  paths.reduce((sum, p) => sum + segmentCount(p), 0);
