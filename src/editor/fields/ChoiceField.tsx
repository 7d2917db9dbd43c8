'use client';

import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import { type ReactNode, useId } from 'react';
import type { Choices } from '@/core';
import { FieldLabel, FieldRow } from './row';
import { steady } from './steady';

export interface ChoiceFieldProps {
  readonly label: string;
  readonly value: string;
  /** Values and what each is called; a list is shown as it is. */
  readonly options: readonly string[] | Choices;
  onChange(v: string): void;
}

/** The values in their order, each with its word. */
const wordsOf = (options: ChoiceFieldProps['options']): [string, string][] =>
  Array.isArray(options)
    ? (options as readonly string[]).map((o) => [o, o])
    : Object.entries(options as Choices);

/** A label and what is chosen from a list; `children` are the lines of that. */
export function SelectRow({
  label,
  value,
  onChange,
  onOpen,
  children,
}: {
  label: string;
  value: string;
  onChange(v: string): void;
  onOpen?(): void;
  children: ReactNode;
}) {
  const id = useId();
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
        onOpen={onOpen}
        onKeyDown={(e) => e.stopPropagation()}
        inputProps={{ 'aria-labelledby': id }}
        SelectDisplayProps={{ 'aria-labelledby': id }}
        sx={{ height: 26, fontSize: 13, minWidth: 0, '& .MuiSelect-select': { py: 0, px: 1.5 } }}
      >
        {children}
      </Select>
    </FieldRow>
  );
}

const Choice = ({ label, value, options, onChange }: ChoiceFieldProps) => (
  <SelectRow label={label} value={value} onChange={onChange}>
    {wordsOf(options).map(([v, word]) => (
      <MenuItem key={v} value={v}>
        {word}
      </MenuItem>
    ))}
  </SelectRow>
);

/** One of a few words. */
export const ChoiceField = steady<string, ChoiceFieldProps>(Choice);
