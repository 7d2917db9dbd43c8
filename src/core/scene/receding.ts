import { type Homography, homographyOf, project } from '../geometry/homography';
import type { PlacedPaint, ScenePaint } from './types';

/** From a paint’s own space to its node, whether it recedes or not. */
export const homographyIn = ({ matrix, homography }: PlacedPaint): Homography =>
  homography ?? homographyOf(matrix);

/** A paint of a plane once that is projected: a gradient recedes with it. */
export const receding = (paint: ScenePaint, plane: Homography): ScenePaint =>
  paint.kind === 'solid' ? paint : { ...paint, homography: project(plane, homographyIn(paint)) };
