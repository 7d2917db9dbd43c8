import { combine } from '../arrange/combine';
import { emptyPath, type Path } from '../geometry/path';

/** One path for all pieces of an outline. */
export function joinOutline(outline: readonly Path[]): Path {
  if (outline.length === 1) return outline[0];
  if (outline.length === 0) return emptyPath;
  if (outline.every((p) => p.fillRule === 'nonzero'))
    return { contours: outline.flatMap((p) => p.contours), fillRule: 'nonzero' };
  return combine('union', outline);
}
