import { knownBounds } from '../geometry/known-bounds';
import { type Bounds, joinBounds } from '../geometry/path';
import type { Outline } from './types';

/** Bounds of all pieces of an outline; null where there are none. */
export const outlineBounds = (outline: Outline): Bounds | null =>
  outline.map((p) => knownBounds(p.path)).reduce(joinBounds, null);
