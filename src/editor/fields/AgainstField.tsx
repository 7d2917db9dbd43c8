'use client';

import ListSubheader from '@mui/material/ListSubheader';
import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import { useQuery } from '@tanstack/react-query';
import { useId } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { api } from '../state/api';
import { useEditor } from '../state/store';
import { FieldLabel, FieldRow } from './row';

const when = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
});

/** Earlier states that are offered. */
const mostStates = 60;

/** What a sheet is held against: an earlier state, another sheet, or another design. */
export function AgainstField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange(address: string): void;
}) {
  const id = useId();
  const designId = useEditor((s) => s.designId);
  const sheets = useEditor(useShallow((s) => s.design?.sheets.filter((h) => h.id !== s.sheetId) ?? []));
  const past = useQuery({ queryKey: ['past', designId], queryFn: () => api.past(designId), staleTime: 5000 });
  const designs = useQuery({ queryKey: ['designs'], queryFn: api.list, staleTime: 30_000 });
  // The change that made a state is the one before what came next.
  const states = past.data?.states ?? [];
  const before = states
    .slice(0, mostStates)
    .map((s) => [`before:${s.seq - 1}`, `Before “${s.label}”, ${when.format(new Date(s.at))}`]);
  const others = (designs.data?.designs ?? []).filter((d) => d.id !== designId);
  const known = [
    ...before.map(([address]) => address),
    ...sheets.map((s) => `sheet:${s.id}`),
    ...others.map((d) => `design:${d.id}`),
  ];
  return (
    <FieldRow>
      <FieldLabel as="span" id={id}>
        {label}
      </FieldLabel>
      <Select
        size="small"
        displayEmpty
        value={value}
        onChange={(e) => onChange(e.target.value)}
        onKeyDown={(e) => e.stopPropagation()}
        inputProps={{ 'aria-labelledby': id }}
        SelectDisplayProps={{ 'aria-labelledby': id }}
        sx={{ height: 26, fontSize: 13, minWidth: 0, '& .MuiSelect-select': { py: 0, px: 1.5 } }}
      >
        <MenuItem value="">Nothing yet</MenuItem>
        {value !== '' && !known.includes(value) && <MenuItem value={value}>An earlier state</MenuItem>}
        {before.length > 0 && <ListSubheader>Earlier states</ListSubheader>}
        {before.map(([address, word]) => (
          <MenuItem key={address} value={address}>
            {word}
          </MenuItem>
        ))}
        {sheets.length > 0 && <ListSubheader>Sheets</ListSubheader>}
        {sheets.map((s) => (
          <MenuItem key={s.id} value={`sheet:${s.id}`}>
            {s.name}
          </MenuItem>
        ))}
        {others.length > 0 && <ListSubheader>Designs</ListSubheader>}
        {others.map((d) => (
          <MenuItem key={d.id} value={`design:${d.id}`}>
            {d.name}
          </MenuItem>
        ))}
      </Select>
    </FieldRow>
  );
}
