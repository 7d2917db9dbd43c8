import type { BlockPlace } from './levels';

/** A block of a picture that is wanted. */
export interface BlockWish extends BlockPlace {
  readonly id: string;
}

/** Straight-alpha RGBA bytes of a block, row after row. */
export type Block = Uint8Array;

/** Where pictures come from. */
export interface ImageSource {
  /** A block that is at hand; null where it has to be fetched, 'gone' where it cannot be had. */
  block(wish: BlockWish): Block | null | 'gone';
  /** Has blocks at hand from now on, or known as gone. */
  fetch(wishes: readonly BlockWish[]): Promise<void>;
}

let stamp = 0;

/** A number that grows as pictures come: what rests on them is as it was while it stays. */
export const imagesStamp = (): number => stamp;

const nothing: ImageSource = { block: () => 'gone', fetch: async () => undefined };

let source = nothing;
const missed = new Map<string, BlockWish>();
let misses = 0;

/** Says where pictures come from in this thread; from nowhere where nothing is said. */
export function provideImages(from: ImageSource | null): void {
  source = from ?? nothing;
  stamp++;
}

export const wishKey = ({ id, level, column, row }: BlockWish): string => `${id} ${level} ${column} ${row}`;

/** A block of a picture, or null where it is not at hand: that is noted for `withImages`. */
export function blockAt(wish: BlockWish): Block | null {
  const found = source.block(wish);
  if (found === 'gone') return null;
  if (!found) {
    missed.set(wishKey(wish), wish);
    misses++;
  }
  return found;
}

/** Has blocks at hand from now on that parts are made of. */
export async function fetchImages(wishes: readonly BlockWish[]): Promise<void> {
  await source.fetch(wishes);
  stamp++;
}

/** Whether a block has still to be fetched. */
export const isToCome = (wish: BlockWish): boolean => source.block(wish) === null;

/** How often a block was missed so far: what was made while that grew is not whole. */
export const blocksMissed = (): number => misses;

/** Times that work is done again for what it still missed; what is wanted once more after that is not to be had. */
const mostRounds = 24;

/** Does work that may need pictures; where blocks were missed they are fetched, and it is done again. */
export async function withImages<T>(work: () => T): Promise<T> {
  for (let round = 0; ; round++) {
    missed.clear();
    const made = work();
    if (!missed.size || round === mostRounds) return made;
    await source.fetch([...missed.values()]);
  }
}
