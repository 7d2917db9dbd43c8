import { closeSync, openSync, readSync } from 'node:fs';
import {
  type Block,
  type BlockWish,
  blockOffset,
  blockSize,
  type ImageSource,
  imageSize,
  wishKey,
} from '@/core';
import { BoundedCache, mebibytes } from '@/core/live';
import type { ImageFile } from '../drawing/messages';

/** Pictures from files of their pixels, read block by block as they are wanted. */
export function openImages(files: readonly ImageFile[]): ImageSource & { close(): void } {
  const open = new Map<string, number>();
  for (const { id, file } of files)
    try {
      open.set(id, openSync(file, 'r'));
    } catch (e) {
      // One that cannot be had is drawn as such.
      console.error(`A picture cannot be read: ${(e as Error).message}`);
    }
  const held = new BoundedCache<Block>(mebibytes(96), (b) => b.byteLength);
  const read = (wish: BlockWish): Block | 'gone' => {
    const file = open.get(wish.id);
    const size = imageSize(wish.id);
    const own = size && blockSize(size, wish);
    if (file === undefined || !own) return 'gone';
    const block = new Uint8Array(4 * own.width * own.height);
    const got = readSync(file, block, 0, block.length, blockOffset(size, wish));
    return got === block.length ? block : 'gone';
  };
  return {
    block(wish) {
      const key = wishKey(wish);
      const known = held.get(key);
      if (known) return known;
      const block = read(wish);
      if (block !== 'gone') held.set(key, block);
      return block;
    },
    fetch: async () => undefined,
    close() {
      for (const file of open.values()) closeSync(file);
    },
  };
}
