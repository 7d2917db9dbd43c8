import { type Homography, homographyOf, project } from '../geometry/homography';
import type { GradientPaint, ScenePaint } from './types';

/** From a gradient’s own space to its node, whether it recedes or not. */
export const homographyIn = ({ matrix, homography }: GradientPaint): Homography =>
  homography ?? homographyOf(matrix);

/** A paint of a plane once that is projected: a gradient recedes with it. */
export const receding = (paint: ScenePaint, plane: Homography): ScenePaint =>
  paint.kind === 'solid' ? paint : { ...paint, homography: project(plane, homographyIn(paint)) };
