import type { Path } from '../geometry/path';

const marked = new WeakMap<Path, { part: string; first: number; own: Path }>();

/** Says on every edge that it comes from this part, so that combinations can tell; the same object as long as the path is. */
export function withOrigins(path: Path, part: string, first: number): Path {
  const known = marked.get(path);
  if (known?.part === part && known.first === first) return known.own;
  const own = {
    ...path,
    contours: path.contours.map((c, i) => ({
      ...c,
      origins: Array.from({ length: Math.max(0, (c.xy.length - 2) / 6) }, (_, segment) => ({
        part,
        contour: first + i,
        segment,
        t0: 0,
        t1: 1,
      })),
    })),
  };
  marked.set(path, { part, first, own });
  return own;
}
