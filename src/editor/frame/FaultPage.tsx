'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useEffect } from 'react';
import { copyReport } from '../state/copy-report';
import { reportDefect } from '../state/defects';
import { keepNow } from '../state/history';

/** What is shown in place of a page that could not be drawn: what is kept, and the ways back. */
export function FaultPage({ error, reset }: { error: Error; reset(): void }) {
  useEffect(() => {
    keepNow();
    reportDefect(error);
  }, [error]);
  return (
    <Box
      component="main"
      sx={{ display: 'grid', placeContent: 'center', height: '100vh', gap: 3, justifyItems: 'center', px: 4 }}
    >
      <Box role="alert" sx={{ maxWidth: 520, textAlign: 'center' }}>
        Something went wrong in this program, and the page could not be shown. What you did is stored, or kept
        in this browser and sent when the design is opened again.
      </Box>
      <Box sx={{ display: 'flex', gap: 2 }}>
        <Button variant="contained" onClick={reset}>
          Go on
        </Button>
        <Button variant="outlined" onClick={() => void copyReport()}>
          Copy the report
        </Button>
        <Button variant="outlined" href="/">
          All designs
        </Button>
      </Box>
    </Box>
  );
}
