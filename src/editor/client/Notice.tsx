'use client';

import Box from '@mui/material/Box';
import type { ReactNode } from 'react';

/** A page that has little to say: a heading, words, and what can be done about it. */
export const Notice = ({ title, children }: { title: string; children?: ReactNode }) => (
  <Box
    component="main"
    sx={{ minHeight: '100dvh', display: 'grid', placeItems: 'center', bgcolor: 'paper.surround', p: 4 }}
  >
    <Box sx={{ display: 'grid', gap: 3, maxWidth: 360, width: '100%' }}>
      <Box component="h1" sx={{ m: 0, fontSize: 20, fontWeight: 600 }}>
        {title}
      </Box>
      {children}
    </Box>
  </Box>
);
