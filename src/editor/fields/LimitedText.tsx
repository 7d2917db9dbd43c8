'use client';

import TextField, { type TextFieldProps } from '@mui/material/TextField';

/** A text of so many characters at most. */
export const LimitedText = ({
  limit,
  onText,
  ...props
}: Omit<TextFieldProps, 'onChange' | 'slotProps'> & {
  readonly limit: number;
  onText(text: string): void;
}) => (
  <TextField
    {...props}
    onChange={(e) => onText(e.target.value)}
    slotProps={{ htmlInput: { maxLength: limit } }}
  />
);
