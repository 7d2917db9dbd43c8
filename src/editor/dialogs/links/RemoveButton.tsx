'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';

/** Removes something for good, once it was pressed twice; `words` say at the second press what goes. */
export function RemoveButton({ words, onRemove }: { words: string; onRemove(): void }) {
  const [sure, setSure] = useState(false);
  return (
    <Button
      color={sure ? 'error' : 'inherit'}
      onClick={() => (sure ? onRemove() : setSure(true))}
      onBlur={() => setSure(false)}
      sx={{ px: 0 }}
    >
      {sure ? words : 'Remove'}
    </Button>
  );
}
