'use client';

import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import Box from '@mui/material/Box';
import IconButton from '@mui/material/IconButton';
import Tooltip from '@mui/material/Tooltip';
import { ClipboardCopy, CopyPlus, Eye, EyeOff, Trash2 } from 'lucide-react';
import type { Part } from '@/core';
import type { CardRef } from '@/core/edit';
import { changePart, chooseCard, sameCard } from '../state/actions';
import { copyCard } from '../state/clipboard';
import { usePaced } from '../state/paced';
import { cardAt, freshCopy, type ListedCard, listOf, titleOf, withCards } from './cards';
import { LivePicture } from './LivePicture';

function CardButtons({ part, card }: { part: Part; card: ListedCard }) {
  const on = cardAt(part, card)?.on ?? true;
  const title = titleOf(part, card);
  const edit = (label: string, change: Parameters<typeof withCards>[2]) =>
    changePart(label, part.id, (p) => withCards(p, listOf(card), change));
  return (
    <Box sx={{ display: 'flex', justifyContent: 'center', gap: 0, '& button': { p: '2px' } }}>
      <Tooltip title={on ? 'Switch off' : 'Switch on'}>
        <IconButton
          aria-label={`${on ? 'Switch off' : 'Switch on'} ${title}`}
          onClick={() => edit('Switch card', (l) => l.map((c) => (c.id === card.id ? { ...c, on: !on } : c)))}
        >
          {on ? <Eye size={13} /> : <EyeOff size={13} />}
        </IconButton>
      </Tooltip>
      <Tooltip title="Duplicate">
        <IconButton
          aria-label={`Duplicate ${title}`}
          onClick={() =>
            edit('Duplicate card', (l) => l.flatMap((c) => (c.id === card.id ? [c, freshCopy(c)] : [c])))
          }
        >
          <CopyPlus size={13} />
        </IconButton>
      </Tooltip>
      <Tooltip title="Copy, to paste onto other parts">
        <IconButton aria-label={`Copy ${title} for other parts`} onClick={() => copyCard(part, card)}>
          <ClipboardCopy size={13} />
        </IconButton>
      </Tooltip>
      <Tooltip title="Remove">
        <IconButton
          aria-label={`Remove ${title}`}
          onClick={() => edit('Remove card', (l) => l.filter((c) => c.id !== card.id))}
        >
          <Trash2 size={13} />
        </IconButton>
      </Tooltip>
    </Box>
  );
}

/** A card of the bench with its small live picture. */
export function CardView({ part, card }: { part: Part; card: CardRef }) {
  const chosen = usePaced((s) => sameCard(s.card, card));
  const fault = usePaced((s) =>
    card.list === 'source' ? undefined : s.faults.find((f) => f.card === card.id && !f.note)?.message,
  );
  const title = titleOf(part, card);
  const on = card.list === 'source' || (cardAt(part, card)?.on ?? true);
  return (
    <Box
      sx={{
        width: 88,
        p: '4px',
        borderRadius: 1,
        border: 1,
        borderColor: fault ? 'error.main' : chosen ? 'primary.main' : 'divider',
        boxShadow: chosen ? 'inset 0 0 0 1px var(--sc-palette-primary-main)' : 'none',
        bgcolor: 'background.paper',
        display: 'grid',
        justifyItems: 'center',
        gap: '2px',
      }}
    >
      <Tooltip title={fault ?? ''}>
        <Box
          component="button"
          type="button"
          aria-pressed={chosen}
          aria-label={fault ? `${title}: ${fault}` : title}
          onClick={() => chooseCard(card)}
          sx={{
            p: 0,
            border: 0,
            bgcolor: 'transparent',
            cursor: 'pointer',
            display: 'grid',
            justifyItems: 'center',
            gap: '2px',
            opacity: on ? 1 : 0.4,
            width: '100%',
          }}
        >
          <LivePicture part={part.id} card={card} size={56} />
          <Box
            sx={{
              fontSize: 11.5,
              lineHeight: '15px',
              maxWidth: 80,
              overflow: 'hidden',
              textOverflow: 'ellipsis',
              whiteSpace: 'nowrap',
              color: fault ? 'error.main' : 'inherit',
            }}
          >
            {fault ?? title}
          </Box>
        </Box>
      </Tooltip>
      {card.list === 'source' ? <Box sx={{ height: 17 }} /> : <CardButtons part={part} card={card} />}
    </Box>
  );
}

/** A card that can be dragged along its list, onto another coat, or onto another part. */
export function SortableCard({ part, card }: { part: Part; card: ListedCard }) {
  const { setNodeRef, listeners, transform, transition, isDragging } = useSortable({
    id: card.id,
    data: { card },
  });
  return (
    <Box
      ref={setNodeRef}
      {...listeners}
      // What is dragged is shown at the pointer; its place stays, faint.
      style={{ transform: isDragging ? undefined : CSS.Translate.toString(transform), transition }}
      sx={{ opacity: isDragging ? 0.35 : 1 }}
    >
      <CardView part={part} card={card} />
    </Box>
  );
}
