import { useContext } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { ancestorsOf, childrenOf, familyOf, parentOf } from '@/core/edit';
import { usePaced } from '../state/paced';
import { OwnerContext } from './follow';

const none: readonly string[] = [];

/**
 * The other parts of the owner's level and its members, or any of the sheet that do not hold the owner: their ids, and words
 * for them, those of one name told apart by a number.
 */
export function useSiblings(ofWholeSheet = false): { ids: readonly string[]; words: readonly string[] } {
  const owner = useContext(OwnerContext);
  // Ids and names in turn, so that the field is drawn again only when one of them changes.
  const siblings = usePaced(
    useShallow((s) => {
      if (!s.design || owner?.kind !== 'part') return none;
      const { design } = s;
      const level = ofWholeSheet
        ? childrenOf(design, s.sheetId, null).flatMap((id) => familyOf(design, id))
        : [
            ...childrenOf(design, s.sheetId, parentOf(design, owner.id)),
            ...(design.parts[owner.id]?.children ?? []),
          ];
      const holders = ofWholeSheet ? ancestorsOf(design, owner.id) : [];
      return level
        .filter((id) => id !== owner.id && !holders.includes(id))
        .flatMap((id) => [id, design.parts[id].name]);
    }),
  );
  const names = siblings.filter((_, i) => i % 2 === 1);
  return {
    ids: siblings.filter((_, i) => i % 2 === 0),
    words: names.map((n, i) => (names.indexOf(n) === i ? n : `${n} (${i + 1})`)),
  };
}
