import type { Card } from '../document/card';
import { withImages } from '../image/source';
import type { Painter } from '../raster/painter';
import { pictureMatrix } from '../raster/painter';
import type { Picture } from '../raster/render';
import { tileSize } from '../raster/target';
import type { Scene } from '../scene/types';
import { proofs } from './index';

/** The scene of one proof of a sheet. */
export const proofScene = (sheet: Scene, { kind, params }: Card, other: Scene | null): Scene =>
  proofs[kind].scene(sheet, params, other);

/** The pixels of a scene or a sheet whose longer side has so many pixels; each side has one at least. */
export function sizeWithin(
  { width, height }: Pick<Scene, 'width' | 'height'>,
  longest: number,
): { width: number; height: number } {
  const scale = longest / Math.max(width, height);
  return {
    width: Math.max(1, Math.round(width * scale)),
    height: Math.max(1, Math.round(height * scale)),
  };
}

/** A proof of a sheet as a picture whose longer side has so many pixels; placed pictures that are wanted are fetched. */
export function proofPicture(
  painter: Painter,
  sheet: Scene,
  card: Card,
  other: Scene | null,
  longest: number,
): Promise<Picture> {
  const scene = proofScene(sheet, card, other);
  const { width, height } = sizeWithin(scene, longest);
  const scale = longest / Math.max(scene.width, scene.height);
  return withImages(() => {
    const data = new Uint8ClampedArray(4 * width * height);
    painter.scale = scale;
    for (let y = 0; y < height; y += tileSize)
      for (let x = 0; x < width; x += tileSize) {
        const [w, h] = [Math.min(tileSize, width - x), Math.min(tileSize, height - y)];
        painter.drawTile(scene, pictureMatrix(scale), x, y, w, h);
        painter.copyBytes(data, width, x, y);
      }
    return { width, height, data };
  });
}
