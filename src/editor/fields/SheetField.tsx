'use client';

import MenuItem from '@mui/material/MenuItem';
import { useShallow } from 'zustand/react/shallow';
import { usePaced } from '../state/paced';
import { SelectRow } from './ChoiceField';

/** Another sheet of the design than the one at hand. */
export function SheetField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange(id: string): void;
}) {
  const sheets = usePaced(useShallow((s) => s.design?.sheets.filter((h) => h.id !== s.sheetId) ?? []));
  const known = value === '' || sheets.some((s) => s.id === value);
  return (
    <SelectRow label={label} value={value} onChange={onChange}>
      <MenuItem value="">Nothing yet</MenuItem>
      {!known && <MenuItem value={value}>A sheet that is gone</MenuItem>}
      {sheets.map((s) => (
        <MenuItem key={s.id} value={s.id}>
          {s.name}
        </MenuItem>
      ))}
    </SelectRow>
  );
}
