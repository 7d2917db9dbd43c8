'use client';

import TextField from '@mui/material/TextField';
import { linkLimits } from '@/core';

/** What the client is called. */
export const NameField = ({ value, onChange }: { value: string; onChange(name: string): void }) => (
  <TextField
    label="Your name"
    autoComplete="name"
    value={value}
    onChange={(e) => onChange(e.target.value)}
    slotProps={{ htmlInput: { maxLength: linkLimits.name } }}
  />
);
