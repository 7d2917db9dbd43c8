import { type ColourCube, changeByCube } from '../colour/cube';
import type { ImageSize } from './image-id';
import { blockSide, levelSize } from './levels';
import { blockAt } from './source';

/** Straight-alpha RGBA bytes of a level of a picture, row after row. */
export interface WholeImage extends ImageSize {
  readonly data: Uint8ClampedArray<ArrayBuffer>;
}

/** The finest level of a picture that has no more than so many pixels. */
export function levelWithin(size: ImageSize, pixels: number): number {
  let level = 0;
  for (;;) {
    const { width, height } = levelSize(size, level);
    if (width * height <= Math.max(1, pixels)) return level;
    level++;
  }
}

/** All pixels of a level of a picture; null where some of them are not at hand. */
export function wholeImage(id: string, size: ImageSize, level: number): WholeImage | null {
  const { width, height } = levelSize(size, level);
  const data = new Uint8ClampedArray(4 * width * height);
  let lacking = false;
  for (let row = 0; row * blockSide < height; row++)
    for (let column = 0; column * blockSide < width; column++) {
      const block = blockAt({ id, level, column, row });
      if (!block) {
        lacking = true;
        continue;
      }
      const wide = Math.min(blockSide, width - column * blockSide);
      const high = Math.min(blockSide, height - row * blockSide);
      for (let y = 0; y < high; y++)
        data.set(
          block.subarray(4 * y * wide, 4 * (y + 1) * wide),
          4 * ((row * blockSide + y) * width + column * blockSide),
        );
    }
  return lacking ? null : { width, height, data };
}

/** The same with its colours changed. */
export function recoloured({ width, height, data: from }: WholeImage, cube: ColourCube): WholeImage {
  const data = new Uint8ClampedArray(from.length);
  const colour = new Float64Array(4);
  for (let at = 0; at < from.length; at += 4) {
    const alpha = from[at + 3] / 255;
    for (let c = 0; c < 3; c++) colour[c] = (from[at + c] / 255) * alpha;
    colour[3] = alpha;
    changeByCube(cube, colour);
    const scale = colour[3] > 0 ? 255 / colour[3] : 0;
    for (let c = 0; c < 3; c++) data[at + c] = colour[c] * scale;
    data[at + 3] = colour[3] * 255;
  }
  return { width, height, data };
}
