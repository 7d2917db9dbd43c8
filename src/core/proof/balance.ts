import { luminance } from '../colour/contrast';
import type { Point } from '../geometry/vector';
import type { Picture } from '../raster/render';
import type { Scene } from '../scene/types';
import { pictureOf } from './picture';
import { groundOf } from './whole-sheet';

/** How the ink of a sheet lies about its middle. */
export interface Balance {
  /** Where its weight is, sheet units. */
  readonly centre: Point;
  /** Shares of it left of the middle and above it, 0–1. */
  readonly left: number;
  readonly above: number;
}

/**
 * The balance of a sheet: each place weighs as much as it differs from the ground in luminance (WCAG 2.2). Null where nothing does.
 * @param picture the sheet as `pictureOf` draws it
 */
export function balanceOf(sheet: Scene, picture: Picture = pictureOf(sheet)): Balance | null {
  const ground = groundOf(sheet);
  const { data, width, height } = picture;
  const base = luminance(ground);
  let [sum, sx, sy, left, above] = [0, 0, 0, 0, 0];
  for (let j = 0; j < height; j++)
    for (let i = 0; i < width; i++) {
      const k = 4 * (j * width + i);
      const w = Math.abs(luminance([data[k] / 255, data[k + 1] / 255, data[k + 2] / 255, 1]) - base);
      if (w < 0.004) continue;
      sum += w;
      sx += w * (i + 0.5);
      sy += w * (j + 0.5);
      // A pixel on the middle weighs on both sides.
      left += w * Math.min(1, Math.max(0, width / 2 - i));
      above += w * Math.min(1, Math.max(0, height / 2 - j));
    }
  if (!(sum > 0)) return null;
  return {
    centre: { x: ((sx / sum) * sheet.width) / width, y: ((sy / sum) * sheet.height) / height },
    left: left / sum,
    above: above / sum,
  };
}
