import { type Matrix, multiply, scaling, translation } from '../geometry/matrix';
import { type Bounds, carryPath, type Path } from '../geometry/path';
import { outlineBounds } from '../outline/bounds';
import type { Outline } from '../outline/types';
import type { StandIn } from './placed-letter';

/**
 * From where a stand-in was drawn to the piece's place in the part's coordinates: its middle on the piece's
 * middle, its height a share of the piece's. Null for what has no height.
 */
export function standInMatrix({ box, scale, matrix }: StandIn, drawn: Bounds | null): Matrix | null {
  if (!drawn || !(drawn.y1 > drawn.y0)) return null;
  const size = (scale * (box.y1 - box.y0)) / (drawn.y1 - drawn.y0);
  const middle = translation((box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2);
  const back = translation(-(drawn.x0 + drawn.x1) / 2, -(drawn.y0 + drawn.y1) / 2);
  return multiply(matrix, multiply(middle, multiply(scaling(size), back)));
}

/** What stands in a piece's place: the other part's outlines there, or the piece itself where there is none. */
export function standInPaths(s: StandIn, outline: Outline | undefined): readonly Path[] {
  const m = outline && standInMatrix(s, outlineBounds(outline));
  if (!m) return [s.path];
  // What marks its pieces, such as a colour of their own, stays with the drawing.
  return outline.map(({ path }) => carryPath(path, m));
}
