'use client';

import Box from '@mui/material/Box';
import IconButton from '@mui/material/IconButton';
import Tooltip from '@mui/material/Tooltip';
import { Copy, Trash2 } from 'lucide-react';
import Link from 'next/link';
import { useState } from 'react';
import type { DesignEntry } from '@/core';
import { thumbnailOf } from '../state/api';

const when = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
});

const pictureSize = { width: '100%', aspectRatio: '1', bgcolor: 'paper.sunk' } as const;

/** A design in the list: its picture, its name, and what can be done with it. */
export function DesignCard({
  entry,
  onCopy,
  onRemove,
}: {
  entry: DesignEntry;
  onCopy(): void;
  onRemove(): void;
}) {
  const [undrawn, setUndrawn] = useState(false);
  return (
    <Box
      component="li"
      sx={{
        listStyle: 'none',
        border: 1,
        borderColor: 'divider',
        borderRadius: 1,
        bgcolor: 'background.paper',
        overflow: 'hidden',
      }}
    >
      <Link href={`/designs/${entry.id}`} aria-label={`Open ${entry.name}`} style={{ display: 'block' }}>
        {undrawn ? (
          <Box
            sx={{
              ...pictureSize,
              display: 'grid',
              placeContent: 'center',
              p: 4,
              textAlign: 'center',
              color: 'text.secondary',
            }}
          >
            No picture: it takes too much to draw. The design opens all the same.
          </Box>
        ) : (
          <Box
            component="img"
            src={thumbnailOf(entry, 480)}
            alt=""
            loading="lazy"
            onError={() => setUndrawn(true)}
            sx={{ ...pictureSize, display: 'block', objectFit: 'contain' }}
          />
        )}
      </Link>
      <Box sx={{ display: 'flex', alignItems: 'center', pl: 3, pr: 1, py: 1.5 }}>
        <Box sx={{ flex: 1, minWidth: 0 }}>
          <Box sx={{ fontWeight: 600, overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}>
            {entry.name}
          </Box>
          <Box sx={{ color: 'text.secondary', fontSize: 12 }}>{when.format(new Date(entry.updatedAt))}</Box>
        </Box>
        <Tooltip title="Duplicate">
          <IconButton aria-label={`Duplicate ${entry.name}`} onClick={onCopy}>
            <Copy size={15} />
          </IconButton>
        </Tooltip>
        <Tooltip title="Delete">
          <IconButton aria-label={`Delete ${entry.name}`} onClick={onRemove}>
            <Trash2 size={15} />
          </IconButton>
        </Tooltip>
      </Box>
    </Box>
  );
}
