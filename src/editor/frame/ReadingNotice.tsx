'use client';

import Button from '@mui/material/Button';
import Snackbar from '@mui/material/Snackbar';
import { useEffect, useState } from 'react';
import { useEditor } from '../state/store';

/** Milliseconds that reading may take before it is worth a word. */
const patience = 300;

/** Says which file is being read, for as long as that takes, and stops it. */
export function ReadingNotice() {
  const reading = useEditor((s) => s.reading);
  const [shown, setShown] = useState<typeof reading>(null);
  useEffect(() => {
    if (!reading) {
      setShown(null);
      return;
    }
    const timer = setTimeout(() => setShown(reading), patience);
    return () => clearTimeout(timer);
  }, [reading]);
  return (
    <Snackbar
      open={shown !== null}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'center' }}
      sx={{ mb: 30 }}
      message={`Reading “${shown?.name ?? ''}” …`}
      action={
        <Button color="inherit" onClick={() => shown?.stop()}>
          Stop
        </Button>
      }
    />
  );
}
