import type { Path } from '../geometry/path';
import type { ScenePaint, ShapeNode } from './types';

/** A path filled with a paint, opaque and plain. */
export const filledWith = (path: Path, paint: ScenePaint): ShapeNode => ({
  type: 'shape',
  path,
  paint,
  opacity: 1,
  blend: 'normal',
});
