import type { Block, BlockWish, ImageSource } from '@/core';
import { BoundedCache, mebibytes, undifferenced, wishKey } from '@/core/live';

/** Milliseconds before a block is asked for again that the server could not be asked for. */
const pause = 4000;

const held = new BoundedCache<Block>(mebibytes(96), (b) => b.byteLength);
/** Blocks that are remembered as not to be had. */
const mostRefused = 10_000;
/** Blocks that could not be had, and from when on they are asked for again: what is not there never is. */
const refused = new Map<string, number>();
const coming = new Map<string, Promise<void>>();

/** Notes that a block cannot be had until some time. */
function refuse(key: string, until: number): void {
  if (refused.size >= mostRefused) refused.clear();
  refused.set(key, until);
}

async function fetchBlock(wish: BlockWish, key: string): Promise<void> {
  const { id, level, column, row } = wish;
  try {
    const response = await fetch(`/api/images/${id}/${level}/${column}/${row}`);
    if (response.ok && response.body) {
      const unpacked = response.body.pipeThrough(new DecompressionStream('deflate-raw'));
      held.set(key, undifferenced(new Uint8Array(await new Response(unpacked).arrayBuffer())));
      refused.delete(key);
    } else refuse(key, response.status === 404 ? Number.POSITIVE_INFINITY : Date.now() + pause);
  } catch {
    refuse(key, Date.now() + pause);
  }
}

/** Pictures from the server, a bounded part of them in memory. */
export const serverImages: ImageSource = {
  block(wish) {
    const key = wishKey(wish);
    return held.get(key) ?? ((refused.get(key) ?? 0) > Date.now() ? 'gone' : null);
  },
  async fetch(wishes) {
    await Promise.all(
      wishes.map((wish) => {
        const key = wishKey(wish);
        const known = coming.get(key) ?? fetchBlock(wish, key).finally(() => coming.delete(key));
        coming.set(key, known);
        return known;
      }),
    );
  },
};
