import type { Part } from '../document/types';
import { placeMatrix } from '../geometry/matrix';
import { transformOutline } from '../outline/pieces';
import type { Outline } from '../outline/types';
import type { PartResult } from './result';

const placements = new WeakMap<PartResult, Outline>();

/** A part's outline in its parent's coordinates; the same object as long as the part is the same. */
export function placedOutline(result: PartResult, part: Part): Outline {
  let placed = placements.get(result);
  if (!placed) {
    const m = placeMatrix(part.place);
    placed = transformOutline(result.outline, m);
    placements.set(result, placed);
  }
  return placed;
}
