'use client';

import ListSubheader from '@mui/material/ListSubheader';
import MenuItem from '@mui/material/MenuItem';
import { useShallow } from 'zustand/react/shallow';
import { subjectName } from '@/core';
import { useEditor } from '../state/store';
import { SelectRow } from './ChoiceField';

/** Parts that one file can show. */
const mostParts = 100;

/** What a file shows: a sheet, the proofs of one, or the parts that are chosen. */
export function SubjectField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange(address: string): void;
}) {
  const design = useEditor((s) => s.design);
  const chosen = useEditor(useShallow((s) => s.chosen.slice(0, mostParts)));
  if (!design) return null;
  const lines = (heading: string, addresses: readonly string[]) =>
    addresses.length
      ? [
          <ListSubheader key={heading}>{heading}</ListSubheader>,
          ...addresses.map((of) => (
            <MenuItem key={of} value={of}>
              {subjectName(design, of)}
            </MenuItem>
          )),
        ]
      : [];
  const sheets = design.sheets.map((s) => `sheet:${s.id}`);
  const proofs = design.sheets.map((s) => `proofs:${s.id}`);
  const now = chosen.length ? `parts:${chosen.join(',')}` : null;
  const parts = [...new Set([...(now ? [now] : []), ...(value.startsWith('parts:') ? [value] : [])])];
  const known = value === '' || [...sheets, ...proofs, ...parts].includes(value);
  return (
    <SelectRow label={label} value={value || sheets[0]} onChange={onChange}>
      {lines('Sheets', sheets)}
      {lines('Chosen parts', parts)}
      {lines('Proofs', proofs)}
      {!known && <MenuItem value={value}>What was here before</MenuItem>}
    </SelectRow>
  );
}
