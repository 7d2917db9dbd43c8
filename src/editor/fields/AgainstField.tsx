'use client';

import ListSubheader from '@mui/material/ListSubheader';
import MenuItem from '@mui/material/MenuItem';
import { useQuery } from '@tanstack/react-query';
import { useShallow } from 'zustand/react/shallow';
import { when } from '../frame/when';
import { api } from '../state/api';
import { usePaced } from '../state/paced';
import { SelectRow } from './ChoiceField';
import { FieldFault } from './row';

/** Earlier states that are offered. */
const mostStates = 60;

/** Addresses and what each is called, under a heading. */
type Group = readonly [heading: string, lines: readonly (readonly [address: string, word: string])[]];

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
  const designId = usePaced((s) => s.designId);
  const sheets = usePaced(useShallow((s) => s.design?.sheets.filter((h) => h.id !== s.sheetId) ?? []));
  const past = useQuery({ queryKey: ['past', designId], queryFn: () => api.past(designId) });
  const designs = useQuery({ queryKey: ['designs'], queryFn: api.list });
  const fault = past.error ?? designs.error;
  const states = past.data?.states.slice(0, mostStates) ?? [];
  const others = designs.data?.designs.filter((d) => d.id !== designId) ?? [];
  const groups: readonly Group[] = [
    ['Earlier states', states.map((s) => [`before:${s.seq - 1}`, `Before “${s.label}”, ${when(s.at)}`])],
    ['Sheets', sheets.map((s) => [`sheet:${s.id}`, s.name])],
    ['Designs', others.map((d) => [`design:${d.id}`, d.name])],
  ];
  const known = groups.some(([, lines]) => lines.some(([address]) => address === value));
  const refresh = () => {
    void past.refetch();
    void designs.refetch();
  };
  return (
    <>
      <SelectRow label={label} value={value} onChange={onChange} onOpen={refresh}>
        <MenuItem value="">Nothing yet</MenuItem>
        {value !== '' && !known && <MenuItem value={value}>What was chosen before</MenuItem>}
        {groups.flatMap(([heading, lines]) =>
          lines.length
            ? [
                <ListSubheader key={heading}>{heading}</ListSubheader>,
                ...lines.map(([address, word]) => (
                  <MenuItem key={address} value={address}>
                    {word}
                  </MenuItem>
                )),
              ]
            : [],
        )}
      </SelectRow>
      {fault && <FieldFault>{`Earlier states and designs cannot be listed: ${fault.message}`}</FieldFault>}
    </>
  );
}
