'use client';

import { ChoiceField } from './ChoiceField';
import { useSiblings } from './siblings';

const byNumbers = 'numbers';
const noneYet = 'none yet';

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
  const { ids, words } = useSiblings(anywhere);
  const nothing = anywhere ? noneYet : byNumbers;
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
