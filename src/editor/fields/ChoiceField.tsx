'use client';

import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import { useId } from 'react';
import { FieldLabel, FieldRow } from './row';
import { steady } from './steady';
import { wordFor } from './words';

export interface ChoiceFieldProps {
  readonly label: string;
  readonly value: string;
  readonly options: readonly string[];
  /** Shows the options as they are: names of units and formats. */
  readonly plain?: boolean;
  onChange(v: string): void;
}

function Choice({ label, value, options, plain, onChange }: ChoiceFieldProps) {
  const id = useId();
  return (
    <FieldRow>
      <FieldLabel as="span" id={id}>
        {label}
      </FieldLabel>
      <Select
        size="small"
        value={value}
        onChange={(e) => onChange(e.target.value)}
        onKeyDown={(e) => e.stopPropagation()}
        inputProps={{ 'aria-labelledby': id }}
        SelectDisplayProps={{ 'aria-labelledby': id }}
        sx={{ height: 26, fontSize: 13, '& .MuiSelect-select': { py: 0, px: 1.5 } }}
      >
        {options.map((o) => (
          <MenuItem key={o} value={o}>
            {plain ? o : wordFor(o)}
          </MenuItem>
        ))}
      </Select>
    </FieldRow>
  );
}

/** One of a few words. */
export const ChoiceField = steady<string, ChoiceFieldProps>(Choice);
