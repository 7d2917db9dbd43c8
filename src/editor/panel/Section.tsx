'use client';

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';

/** A titled group of fields. */
export function Section({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box
      component="section"
      aria-label={title}
      sx={{ px: 3, py: 2.5, borderBottom: 1, borderColor: 'divider', display: 'grid', gap: 1 }}
    >
      <Typography component="h2" sx={{ fontSize: 12, fontWeight: 600, color: 'text.secondary', mb: 0.5 }}>
        {title}
      </Typography>
      {children}
    </Box>
  );
}
