'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';

/** Removes something for good, once it was pressed twice. */
export function RemoveButton({
  words,
  of,
  flush = false,
  onRemove,
}: {
  /** What the second press does. */
  words: string;
  /** What is removed, for whoever hears the button rather than sees where it stands. */
  of: string;
  /** Whether it stands in line with words. */
  flush?: boolean;
  onRemove(): void;
}) {
  const [sure, setSure] = useState(false);
  const shown = sure ? words : 'Remove';
  return (
    <Button
      color={sure ? 'error' : 'inherit'}
      aria-label={`${shown}: ${of}`}
      onClick={() => (sure ? onRemove() : setSure(true))}
      onBlur={() => setSure(false)}
      sx={flush ? { px: 0 } : undefined}
    >
      {shown}
    </Button>
  );
}
