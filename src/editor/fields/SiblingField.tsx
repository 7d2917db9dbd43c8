'use client';

import { useContext } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { ancestorsOf, childrenOf, familyOf, parentOf } from '@/core/edit';
import { useEditor } from '../state/store';
import { ChoiceField } from './ChoiceField';
import { OwnerContext } from './follow';

const byNumbers = 'numbers';
const noneYet = 'none yet';
const none: readonly string[] = [];

/** Another part by its name: one of the same level, or any of the sheet that does not hold the part itself. */
export function SiblingField({
  label,
  value,
  anywhere = false,
  onChange,
}: {
  label: string;
  value: string;
  anywhere?: boolean;
  onChange(id: string): void;
}) {
  const owner = useContext(OwnerContext);
  // Ids and names in turn, so that the field is drawn again only when one of them changes.
  const siblings = useEditor(
    useShallow((s) => {
      if (!s.design || owner?.kind !== 'part') return none;
      const { design } = s;
      const level = anywhere
        ? childrenOf(design, s.sheetId, null).flatMap((id) => familyOf(design, id))
        : childrenOf(design, s.sheetId, parentOf(design, owner.id));
      const holders = anywhere ? ancestorsOf(design, owner.id) : [];
      return level
        .filter((id) => id !== owner.id && !holders.includes(id))
        .flatMap((id) => [id, design.parts[id].name]);
    }),
  );
  const ids = siblings.filter((_, i) => i % 2 === 0);
  const names = siblings.filter((_, i) => i % 2 === 1);
  // Two of one name are told apart by their number.
  const nothing = anywhere ? noneYet : byNumbers;
  const words = names.map((n, i) => (names.indexOf(n) === i ? n : `${n} (${i + 1})`));
  return (
    <ChoiceField
      label={label}
      value={words[ids.indexOf(value)] ?? nothing}
      options={[nothing, ...words]}
      plain
      onChange={(word) => onChange(ids[words.indexOf(word)] ?? '')}
    />
  );
}
