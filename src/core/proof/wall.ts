import type { Card } from '../document/card';
import type { Wall } from '../document/types';
import { proofRows } from './definition';
import { proofs, usualProofs } from './index';
import { usualRules } from './rules';

/** What hangs on the wall of a design that has none of its own. */
export const usualWall: Wall = { proofs: usualProofs, rules: usualRules };

const rowOrder = Object.keys(proofRows);
const rowAt = ({ kind }: Card): number => rowOrder.indexOf(proofs[kind].row);

/** Proofs with one more: the last of its row, which comes before the rows after it. */
export function hangProof(list: readonly Card[], card: Card): readonly Card[] {
  const next = list.findIndex((c) => rowAt(c) > rowAt(card));
  return next < 0 ? [...list, card] : list.toSpliced(next, 0, card);
}
