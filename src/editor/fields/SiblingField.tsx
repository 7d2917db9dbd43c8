'use client';

import { ChoiceField } from './ChoiceField';
import { useSiblings } from './siblings';

const noneYet = 'None yet';

/** Another part by its name: one of the same level, or any of the sheet that does not hold the part itself. */
export function SiblingField({
  label,
  value,
  none = noneYet,
  ofWholeSheet = false,
  onChange,
}: {
  label: string;
  value: string;
  /** What it says where no part is named. */
  none?: string;
  ofWholeSheet?: boolean;
  onChange(id: string): void;
}) {
  const { ids, words } = useSiblings(ofWholeSheet);
  const nothing = ofWholeSheet ? noneYet : none;
  return (
    <ChoiceField
      label={label}
      value={words[ids.indexOf(value)] ?? nothing}
      options={[nothing, ...words]}
      onChange={(word) => onChange(ids[words.indexOf(word)] ?? '')}
    />
  );
}
