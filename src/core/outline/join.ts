import { combine } from '../arrange/combine';
import { emptyPath, type Path } from '../geometry/path';
import { pathsOf } from './pieces';
import type { Outline } from './types';

/** One path for all pieces of an outline. */
export function joinOutline(outline: Outline): Path {
  if (outline.length === 1) return outline[0].path;
  if (outline.length === 0) return emptyPath;
  if (outline.every(({ path }) => path.fillRule === 'nonzero'))
    return { contours: outline.flatMap(({ path }) => path.contours), fillRule: 'nonzero' };
  return combine('union', pathsOf(outline));
}
