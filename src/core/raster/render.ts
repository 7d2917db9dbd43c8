import { withImages } from '../image/source';
import type { Scene } from '../scene/types';
import { Painter, pictureMatrix } from './painter';
import { tileSize } from './target';

/** Bits a channel of a picture. */
export type Depth = 8 | 16;

/** Rows of a picture, and where they begin. */
export interface Band {
  readonly y: number;
  readonly rows: number;
  readonly data: Uint8ClampedArray<ArrayBuffer>;
}

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
export function pictureSize(
  scene: Pick<Scene, 'width' | 'height'>,
  scale: number,
): { width: number; height: number } {
  return {
    width: Math.max(1, Math.round(scene.width * scale)),
    height: Math.max(1, Math.round(scene.height * scale)),
  };
}

function checkScale(scale: number): void {
  if (!(scale > 0) || !Number.isFinite(scale)) throw new RangeError('The scale must be a positive number.');
}

/** Draws `rows` pixel rows of a scene from row y on into `data`, rows of `width` pixels from row `at`. */
function drawBand(
  painter: Painter,
  scene: Scene,
  scale: number,
  y: number,
  rows: number,
  data: Uint8ClampedArray,
  width: number,
  at: number,
  depth: Depth = 8,
): void {
  painter.scale = scale;
  for (let x = 0; x < width; x += tileSize) {
    painter.drawTile(scene, pictureMatrix(scale), x, y, Math.min(tileSize, width - x), rows);
    if (depth === 16) painter.copyDeep(data, width, x, at);
    else painter.copyBytes(data, width, x, at);
  }
}

/**
 * Draws a scene in bands of 256 pixel rows, so that a picture of any size needs little memory.
 * Yields straight-alpha RGBA rows from top to bottom; the high byte first where there are 16 bits.
 * @throws RangeError where the scale is not a positive number.
 */
export function* renderBands(scene: Scene, scale: number, depth: Depth = 8): Generator<Band> {
  for (const band of bandsOf(scene, scale, depth)) yield band();
}

/** The same, where pictures that are placed in the scene have to be fetched. */
export async function* fetchBands(scene: Scene, scale: number, depth: Depth = 8): AsyncGenerator<Band> {
  for (const band of bandsOf(scene, scale, depth)) yield await withImages(band);
}

/** What draws each band of a picture. */
function bandsOf(scene: Scene, scale: number, depth: Depth): (() => Band)[] {
  checkScale(scale);
  const { width, height } = pictureSize(scene, scale);
  return Array.from({ length: Math.ceil(height / tileSize) }, (_, k) => () => {
    const y = k * tileSize;
    const rows = Math.min(tileSize, height - y);
    const data = new Uint8ClampedArray((depth / 2) * width * rows);
    drawBand(sharedPainter(), scene, scale, y, rows, data, width, 0, depth);
    return { y, rows, data };
  });
}

/**
 * A whole picture of a scene, `width` pixels wide and as high as the sheet's shape asks.
 * @throws RangeError where the width is not a positive number.
 */
export const renderPixels = (scene: Scene, width: number): Picture => renderAt(scene, width / scene.width);

/**
 * The same, so many pixels a sheet unit; by a painter of one's own where that is given.
 * @throws RangeError where the scale is not a positive number.
 */
export function renderAt(scene: Scene, scale: number, painter = sharedPainter()): Picture {
  checkScale(scale);
  const size = pictureSize(scene, scale);
  const data = new Uint8ClampedArray(4 * size.width * size.height);
  for (let y = 0; y < size.height; y += tileSize)
    drawBand(painter, scene, scale, y, Math.min(tileSize, size.height - y), data, size.width, y);
  return { ...size, data };
}
