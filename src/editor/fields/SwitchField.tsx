'use client';

import Switch from '@mui/material/Switch';
import { useId } from 'react';
import { FieldLabel, FieldRow } from './row';
import { steady } from './steady';

export interface SwitchFieldProps {
  readonly label: string;
  readonly value: boolean;
  onChange(v: boolean): void;
}

function OnOff({ label, value, onChange }: SwitchFieldProps) {
  const id = useId();
  return (
    <FieldRow>
      <FieldLabel htmlFor={id}>{label}</FieldLabel>
      <Switch
        size="small"
        id={id}
        checked={value}
        onChange={(e) => onChange(e.target.checked)}
        sx={{ justifySelf: 'end' }}
      />
    </FieldRow>
  );
}

/** On or off. */
export const SwitchField = steady<boolean, SwitchFieldProps>(OnOff);
