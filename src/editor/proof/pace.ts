/** Milliseconds that a whole wall may take while something is dragged: ten a second. */
const goal = 100;

/** Sizes up to this are drawn as they are, pixels: coarser, nothing could be told. */
const always = 64;

/** How many times coarser a wall is drawn during a drag that takes so long when it is fine, milliseconds. */
export function coarseFor(fine: number): number {
  return fine <= goal ? 1 : Math.min(4, Math.ceil(Math.sqrt(fine / goal)));
}

/** Pixels of the longer side of a proof that many times coarser. */
export const coarsened = (longest: number, by: number): number =>
  Math.max(Math.min(longest, always), Math.round(longest / by));
