import { Lane } from './lane';

const mb = 1 << 20;

const kept = globalThis as { compassLanes?: { pictures: Lane; small: Lane } };

/**
 * Where heavy work is done: pictures that somebody waits for, and beside them small pictures and fonts, so that neither
 * keeps the other waiting.
 */
export function lanes(): { readonly pictures: Lane; readonly small: Lane } {
  kept.compassLanes ??= {
    pictures: new Lane({ time: 60_000, memory: 3072 * mb, queue: 16 }),
    small: new Lane({ time: 20_000, memory: 1536 * mb, queue: 1000 }),
  };
  return kept.compassLanes;
}

/** Milliseconds that a picture of so many pixels may take. */
export const timeFor = (pixels: number): number => 60_000 + (pixels / 1e6) * 2000;
