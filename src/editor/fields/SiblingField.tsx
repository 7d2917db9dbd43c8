'use client';

import { useContext } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { childrenOf, parentOf } from '@/core/edit';
import { useEditor } from '../state/store';
import { ChoiceField } from './ChoiceField';
import { OwnerContext } from './follow';

const byNumbers = 'numbers';
const none: readonly string[] = [];

/** Another part of the same level, by its name. */
export function SiblingField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange(id: string): void;
}) {
  const owner = useContext(OwnerContext);
  // Ids and names in turn, so that the field is drawn again only when one of them changes.
  const siblings = useEditor(
    useShallow((s) => {
      if (!s.design || owner?.kind !== 'part') return none;
      const { design } = s;
      return childrenOf(design, s.sheetId, parentOf(design, owner.id))
        .filter((id) => id !== owner.id)
        .flatMap((id) => [id, design.parts[id].name]);
    }),
  );
  const ids = siblings.filter((_, i) => i % 2 === 0);
  const names = siblings.filter((_, i) => i % 2 === 1);
  // Two of one name are told apart by their number.
  const words = names.map((n, i) => (names.indexOf(n) === i ? n : `${n} (${i + 1})`));
  return (
    <ChoiceField
      label={label}
      value={words[ids.indexOf(value)] ?? byNumbers}
      options={[byNumbers, ...words]}
      plain
      onChange={(word) => onChange(ids[words.indexOf(word)] ?? '')}
    />
  );
}
