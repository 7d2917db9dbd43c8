import { type Picture, renderPixels } from '../raster/render';
import type { Scene } from '../scene/types';
import { groundOf } from './whole-sheet';

/** Pixels of the longer side of the picture in which colours and weights are looked at. */
const pixels = 768;

/** Draws a sheet on its ground as findings look at it. */
export function pictureOf(sheet: Scene): Picture {
  const scale = pixels / Math.max(sheet.width, sheet.height);
  return renderPixels({ ...sheet, ground: groundOf(sheet) }, Math.max(1, Math.round(sheet.width * scale)));
}
