import type { ImageSize } from './image-id';

/** Side of a block of pixels. */
export const blockSide = 256;
/** The smallest level is no longer than this. */
const least = 64;

/** A picture in halves: level 0 is all of it, each next one has half as many pixels each way. */
export function levelSize({ width, height }: ImageSize, level: number): ImageSize {
  const half = (v: number) => Math.max(1, Math.ceil(v / 2 ** level));
  return { width: half(width), height: half(height) };
}

/** How many levels a picture has. */
export function levelCount(size: ImageSize): number {
  let n = 1;
  for (let side = Math.max(size.width, size.height); side > least; side /= 2) n++;
  return n;
}

/** Bytes of a level, four a pixel. */
const levelBytes = (size: ImageSize, level: number): number => {
  const { width, height } = levelSize(size, level);
  return 4 * width * height;
};

/** Bytes of a whole picture with its levels. */
export function packBytes(size: ImageSize): number {
  let sum = 0;
  for (let l = 0; l < levelCount(size); l++) sum += levelBytes(size, l);
  return sum;
}

/** One block of a picture: its level, and its column and row there. */
export interface BlockPlace {
  readonly level: number;
  readonly column: number;
  readonly row: number;
}

/** Pixels of a block: those at the right and the lower edge may be smaller. Null where there is no such block. */
export function blockSize(size: ImageSize, { level, column, row }: BlockPlace): ImageSize | null {
  if (level < 0 || level >= levelCount(size)) return null;
  const { width, height } = levelSize(size, level);
  const w = Math.min(blockSide, width - column * blockSide);
  const h = Math.min(blockSide, height - row * blockSide);
  return column >= 0 && row >= 0 && w > 0 && h > 0 ? { width: w, height: h } : null;
}

/** Where a block begins in a file of all levels, the finest first, block by block. */
export function blockOffset(size: ImageSize, { level, column, row }: BlockPlace): number {
  let at = 0;
  for (let l = 0; l < level; l++) at += levelBytes(size, l);
  const { width, height } = levelSize(size, level);
  const high = Math.min(blockSide, height - row * blockSide);
  return at + 4 * (row * blockSide * width + column * blockSide * high);
}
