'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { DesignEntry } from '@/core';

/** What was deleted and can still be brought back. */
export function Deleted({
  entries,
  days,
  onRestore,
}: {
  entries: readonly DesignEntry[];
  days: number;
  onRestore(e: DesignEntry): void;
}) {
  if (!entries.length) return null;
  return (
    <Box component="section" aria-labelledby="deleted-title" sx={{ mt: 8 }}>
      <Box component="h2" id="deleted-title" sx={{ fontSize: 14, fontWeight: 600, mb: 1 }}>
        Deleted
      </Box>
      <Box sx={{ color: 'text.secondary', mb: 2 }}>
        Kept for {days} days after they were deleted, then gone for good.
      </Box>
      <Box component="ul" sx={{ p: 0, m: 0, maxWidth: 560 }}>
        {entries.map((e) => (
          <Box
            key={e.id}
            component="li"
            sx={{
              listStyle: 'none',
              display: 'flex',
              alignItems: 'center',
              gap: 2,
              py: 1,
              borderTop: 1,
              borderColor: 'divider',
            }}
          >
            <Box
              sx={{
                flex: 1,
                minWidth: 0,
                overflow: 'hidden',
                textOverflow: 'ellipsis',
                whiteSpace: 'nowrap',
              }}
            >
              {e.name}
            </Box>
            <Button variant="outlined" aria-label={`Bring back ${e.name}`} onClick={() => onRestore(e)}>
              Bring back
            </Button>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
