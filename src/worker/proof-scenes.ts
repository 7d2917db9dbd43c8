/** What a raster worker needs of proofs: it fetches this with the first one. */
import { proofScene, proofs, type Scene } from '@/core';
import type { ProofWish } from './messages';

/** Returns the scene that a proof shows of a sheet; `heldAgainst` finds what it is held against by its address. */
export function shownBy(
  { card, held }: ProofWish,
  sheet: Scene,
  heldAgainst: (address: string) => Scene | null,
): Scene {
  const other = heldAgainst(proofs[card.kind].against?.(card.params) ?? '');
  return (held && other) || proofScene(sheet, card, other);
}
