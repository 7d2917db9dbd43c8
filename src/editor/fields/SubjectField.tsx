'use client';

import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import ListSubheader from '@mui/material/ListSubheader';
import MenuItem from '@mui/material/MenuItem';
import { useShallow } from 'zustand/react/shallow';
import { type Sheet, subjectName } from '@/core';
import { usePaced } from '../state/paced';
import { SelectRow } from './ChoiceField';

/** Parts that one file can show. */
const mostParts = 100;

/** What the address of several sheets begins with. */
const several = 'sheets:';

/** Which sheets are pages, in the order of the design; one at least. */
function Pages({
  sheets,
  value,
  onChange,
}: {
  sheets: readonly Sheet[];
  value: string;
  onChange(address: string): void;
}) {
  const chosen = value.slice(several.length).split(',');
  const flip = (id: string) => {
    const next = sheets.filter((s) => (s.id === id) !== chosen.includes(s.id)).map((s) => s.id);
    if (next.length) onChange(`${several}${next.join(',')}`);
  };
  return (
    <Box role="group" aria-label="Pages" sx={{ display: 'grid', pl: 1 }}>
      {sheets.map((s) => (
        <FormControlLabel
          key={s.id}
          label={s.name}
          control={
            <Checkbox
              size="small"
              checked={chosen.includes(s.id)}
              onChange={() => flip(s.id)}
              sx={{ p: 0.5 }}
            />
          }
          sx={{ m: 0, '& .MuiFormControlLabel-label': { fontSize: 13 } }}
        />
      ))}
    </Box>
  );
}

/** What a file shows: a sheet, the proofs of one, or the parts that are chosen. */
export function SubjectField({
  label,
  value,
  pages = false,
  onChange,
}: {
  label: string;
  value: string;
  /** Whether several sheets may be chosen, a page each. */
  pages?: boolean;
  onChange(address: string): void;
}) {
  const design = usePaced((s) => s.design);
  const chosen = usePaced(useShallow((s) => s.chosen.slice(0, mostParts)));
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
  const paged = value.startsWith(several);
  const all = `${several}${design.sheets.map((s) => s.id).join(',')}`;
  const known = value === '' || paged || [...sheets, ...proofs, ...parts].includes(value);
  return (
    <>
      <SelectRow label={label} value={value || sheets[0]} onChange={onChange}>
        {lines('Sheets', sheets)}
        {pages && design.sheets.length > 1 && (
          <MenuItem value={paged ? value : all}>Several sheets, a page each</MenuItem>
        )}
        {lines('Chosen parts', parts)}
        {lines('Proofs', proofs)}
        {!known && <MenuItem value={value}>What was here before</MenuItem>}
      </SelectRow>
      {paged && <Pages sheets={design.sheets} value={value} onChange={onChange} />}
    </>
  );
}
