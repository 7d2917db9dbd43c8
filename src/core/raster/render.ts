import type { Scene } from '../scene/types';
import { Painter, pictureMatrix, tileSize } from './painter';

/** A picture of straight-alpha RGBA bytes, row after row. */
export interface Picture {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray<ArrayBuffer>;
}

let shared: Painter | null = null;

function sharedPainter(): Painter {
  shared ??= new Painter();
  return shared;
}

/** Pixels a picture of this scene has at a scale: each side rounded, at least one. */
export function pictureSize(scene: Scene, scale: number): { width: number; height: number } {
  return {
    width: Math.max(1, Math.round(scene.width * scale)),
    height: Math.max(1, Math.round(scene.height * scale)),
  };
}

/**
 * Draws a scene in bands of 256 pixel rows, so that a picture of any size needs little memory.
 * Yields straight-alpha RGBA rows from top to bottom.
 * @throws RangeError where the scale is not a positive number.
 */
export function* renderBands(
  scene: Scene,
  scale: number,
  painter: Painter = sharedPainter(),
): Generator<{ y: number; rows: number; data: Uint8ClampedArray<ArrayBuffer> }> {
  if (!(scale > 0) || !Number.isFinite(scale)) throw new RangeError('The scale must be a positive number.');
  const { width, height } = pictureSize(scene, scale);
  const matrix = pictureMatrix(scale);
  for (let y = 0; y < height; y += tileSize) {
    const rows = Math.min(tileSize, height - y);
    const data = new Uint8ClampedArray(4 * width * rows);
    for (let x = 0; x < width; x += tileSize) {
      const wide = Math.min(tileSize, width - x);
      painter.scale = scale;
      painter.drawTile(scene, matrix, x, y, wide, rows);
      const tile = painter.bytes();
      for (let r = 0; r < rows; r++)
        data.set(tile.subarray(4 * wide * r, 4 * wide * (r + 1)), 4 * (r * width + x));
    }
    yield { y, rows, data };
  }
}

/**
 * A whole picture of a scene, `width` pixels wide and as high as the sheet's shape asks.
 * @throws RangeError where the width is not a positive number.
 */
export function renderPixels(scene: Scene, width: number): Picture {
  const scale = width / scene.width;
  const size = pictureSize(scene, scale);
  const data = new Uint8ClampedArray(4 * size.width * size.height);
  for (const band of renderBands(scene, scale)) data.set(band.data, 4 * size.width * band.y);
  return { ...size, data };
}
