'use client';

import Box from '@mui/material/Box';
import InputBase from '@mui/material/InputBase';
import { useId, useState } from 'react';

/** One line of text, taken on Enter or when left. */
export function TextField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange(v: string): void;
}) {
  const [text, setText] = useState<string | null>(null);
  const id = useId();
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: '64px minmax(0, 1fr)',
        alignItems: 'center',
        gap: 1,
        minHeight: 28,
      }}
    >
      <Box component="label" htmlFor={id} sx={{ color: 'text.secondary' }}>
        {label}
      </Box>
      <InputBase
        id={id}
        value={text ?? value}
        onChange={(e) => setText(e.target.value)}
        onKeyDown={(e) => {
          e.stopPropagation();
          if (e.key === 'Enter') (e.target as HTMLInputElement).blur();
          if (e.key === 'Escape') setText(null);
        }}
        onBlur={() => {
          if (text?.trim() && text.trim() !== value) onChange(text.trim());
          setText(null);
        }}
        sx={{ border: 1, borderColor: 'divider', borderRadius: 1, px: 1.5, height: 26, '& input': { p: 0 } }}
      />
    </Box>
  );
}
