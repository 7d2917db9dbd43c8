'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import Tooltip from '@mui/material/Tooltip';
import { Copy, Trash2 } from 'lucide-react';
import Link from 'next/link';
import { useRef, useState } from 'react';
import type { DesignEntry } from '@/core';
import { when } from '../frame/when';
import { api, fileOf, thumbnailOf } from '../state/api';
import { usePictureTurn } from './picture-turns';

const pictureSize = { width: '100%', aspectRatio: '1', bgcolor: 'paper.sunk' } as const;

const noPicture = {
  ...pictureSize,
  display: 'grid',
  placeContent: 'center',
  gap: 2,
  p: 4,
  textAlign: 'center',
  color: 'text.secondary',
  overflow: 'hidden',
} as const;

/** In place of the picture of a design that cannot be read: why, and its file. */
function Unreadable({ id, name, message }: { id: string; name: string; message: string }) {
  return (
    <Box sx={{ ...noPicture, color: 'text.primary' }} role="note">
      <Box sx={{ fontWeight: 600 }}>This design cannot be read.</Box>
      <Box sx={{ color: 'text.secondary', overflowWrap: 'anywhere' }}>{message.split('\n')[0]}</Box>
      <Button size="small" variant="outlined" href={fileOf(id)} aria-label={`Download the file of ${name}`}>
        Download its file
      </Button>
    </Box>
  );
}

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
  const [fault, setFault] = useState<Awaited<ReturnType<typeof api.pictureFault>> | null>(null);
  const card = useRef<HTMLLIElement>(null);
  const { due, done } = usePictureTurn(card);
  return (
    <Box
      component="li"
      ref={card}
      sx={{
        listStyle: 'none',
        border: 1,
        borderColor: 'divider',
        borderRadius: 1,
        bgcolor: 'background.paper',
        overflow: 'hidden',
      }}
    >
      {fault?.unreadable ? (
        <Unreadable id={entry.id} name={entry.name} message={fault.message} />
      ) : (
        <Link href={`/designs/${entry.id}`} aria-label={`Open ${entry.name}`} style={{ display: 'block' }}>
          {fault ? (
            <Box sx={noPicture}>No picture: {fault.message} The design opens all the same.</Box>
          ) : (
            <Box
              component="img"
              src={due ? thumbnailOf(entry) : undefined}
              alt=""
              onLoad={done}
              onError={() => {
                done();
                void api.pictureFault(entry).then(setFault);
              }}
              sx={{ ...pictureSize, display: 'block', objectFit: 'contain' }}
            />
          )}
        </Link>
      )}
      <Box sx={{ display: 'flex', alignItems: 'center', pl: 3, pr: 1, py: 1.5 }}>
        <Box sx={{ flex: 1, minWidth: 0 }}>
          <Box sx={{ fontWeight: 600, overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}>
            {entry.name}
          </Box>
          <Box sx={{ color: 'text.secondary', fontSize: 12 }}>{when(entry.updatedAt)}</Box>
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
