'use client';

import { useId, useState } from 'react';
import { FieldBox, FieldLabel, FieldRow } from './row';
import { steady } from './steady';

export interface TextFieldProps {
  readonly label: string;
  readonly value: string;
  /** Shows no label beside it; it is still said aloud. */
  readonly bare?: boolean;
  /** Whether it may be left empty. */
  readonly optional?: boolean;
  readonly placeholder?: string;

  onChange(v: string): void;
}

function TextLine({ label, value, bare, optional, placeholder, onChange }: TextFieldProps) {
  const [text, setText] = useState<string | null>(null);
  const id = useId();
  const box = (
    <FieldBox>
      <input
        id={id}
        aria-label={bare ? label : undefined}
        value={text ?? value}
        placeholder={placeholder}
        onChange={(e) => setText(e.target.value)}
        onKeyDown={(e) => {
          e.stopPropagation();
          if (e.key === 'Enter') e.currentTarget.blur();
          if (e.key === 'Escape') setText(null);
        }}
        onBlur={() => {
          const next = text?.trim();
          if (next !== undefined && next !== value && (next || optional)) onChange(next);
          setText(null);
        }}
      />
    </FieldBox>
  );
  if (bare) return box;
  return (
    <FieldRow wide>
      <FieldLabel htmlFor={id}>{label}</FieldLabel>
      {box}
    </FieldRow>
  );
}

/** One line of text, taken on Enter or when left. */
export const TextField = steady<string, TextFieldProps>(TextLine);
