import { withImages } from '../image/source';
import type { Scene } from '../scene/types';
import type { Painter } from './painter';
import { type Picture, pictureSize, renderAt } from './render';

/** Pixels a sheet unit where its longer side has so many. */
const scaleFor = ({ width, height }: Pick<Scene, 'width' | 'height'>, longest: number): number =>
  longest / Math.max(width, height);

/** Returns the pixels of a scene or a sheet whose longer side has so many; each side has one at least. */
export const sizeWithin = (
  sheet: Pick<Scene, 'width' | 'height'>,
  longest: number,
): { width: number; height: number } => pictureSize(sheet, scaleFor(sheet, longest));

/** Draws a scene as a picture whose longer side has so many pixels; placed pictures that are wanted are fetched. */
export const pictureWithin = (painter: Painter, scene: Scene, longest: number): Promise<Picture> =>
  withImages(() => renderAt(scene, scaleFor(scene, longest), painter));
