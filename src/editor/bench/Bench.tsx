'use client';

import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { horizontalListSortingStrategy, SortableContext, useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import Box from '@mui/material/Box';
import IconButton from '@mui/material/IconButton';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import Tooltip from '@mui/material/Tooltip';
import { ArrowRight, ClipboardCopy, CopyPlus, Eye, EyeOff, Plus, Trash2 } from 'lucide-react';
import { memo, useState } from 'react';
import { finishKinds, type Part, stepKinds } from '@/core';
import type { CardRef } from '@/core/edit';
import { kindWord } from '../fields/words';
import { addCoat, addFinish, addStep, freshCopy } from '../frame/recipe';
import { changePart, chooseCard, sameCard } from '../state/actions';
import { copyCard } from '../state/clipboard';
import { useChosenPart, useEditor } from '../state/store';
import { LivePicture } from './LivePicture';

/** Options of one identity: new ones would draw every card again. */
const afterSixPixels = { activationConstraint: { distance: 6 } };

type Row = Exclude<CardRef['list'], 'source'>;

const titleOf = (part: Part, card: CardRef): string => {
  if (card.list === 'source')
    return kindWord(part.source.kind === 'group' && part.source.clip ? 'clip' : part.source.kind);
  const found = part[card.list].find((c) => c.id === card.id);
  return found ? kindWord(found.kind) : '';
};

const isOn = (part: Part, card: CardRef): boolean =>
  card.list === 'source' || (part[card.list].find((c) => c.id === card.id)?.on ?? true);

/** The part with one list of its recipe changed. */
function withList(
  part: Part,
  list: Row,
  change: (cards: readonly { id: string; on: boolean }[]) => readonly unknown[],
): Part {
  return { ...part, [list]: change(part[list]) } as Part;
}

function CardButtons({ part, card }: { part: Part; card: Exclude<CardRef, { list: 'source' }> }) {
  const on = isOn(part, card);
  const title = titleOf(part, card);
  const edit = (label: string, change: Parameters<typeof withList>[2]) =>
    changePart(label, part.id, (p) => withList(p, card.list, change));
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
        <IconButton
          aria-label={`Copy ${title} for other parts`}
          onClick={() => void copyCard(part, card.list, card.id)}
        >
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

function CardView({ part, card }: { part: Part; card: CardRef }) {
  const chosen = useEditor((s) => sameCard(s.card, card));
  const fault = useEditor((s) =>
    card.list === 'source' ? undefined : s.faults.find((f) => f.card === card.id && !f.note)?.message,
  );
  const title = titleOf(part, card);
  const on = isOn(part, card);
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

function SortableCard({ part, card }: { part: Part; card: Exclude<CardRef, { list: 'source' }> }) {
  const { setNodeRef, listeners, transform, transition, isDragging } = useSortable({ id: card.id });
  return (
    <Box
      ref={setNodeRef}
      {...listeners}
      role="listitem"
      style={{ transform: CSS.Translate.toString(transform), transition }}
      sx={{ zIndex: isDragging ? 2 : 0 }}
    >
      <CardView part={part} card={card} />
    </Box>
  );
}

function AddBetween({
  label,
  kinds,
  onPick,
}: {
  label: string;
  kinds: readonly string[];
  onPick(kind: string): void;
}) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <>
      <Tooltip title={label}>
        <IconButton
          aria-label={label}
          onClick={(e) => setAnchor(e.currentTarget)}
          sx={{ p: '1px', color: 'text.secondary' }}
        >
          <Plus size={14} />
        </IconButton>
      </Tooltip>
      <Menu open={Boolean(anchor)} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {kinds.map((k) => (
          <MenuItem
            key={k}
            onClick={() => {
              setAnchor(null);
              onPick(k);
            }}
          >
            {kindWord(k)}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}

function Row({ part, list }: { part: Part; list: Row }) {
  const sensors = useSensors(useSensor(PointerSensor, afterSixPixels));
  const cards = part[list];
  const kinds = list === 'steps' ? stepKinds : list === 'coats' ? ['fill', 'stroke'] : finishKinds;
  const add = (kind: string, before?: string) => {
    if (list === 'steps') addStep(part, kind, before);
    else if (list === 'coats') addCoat(part, kind as 'fill');
    else addFinish(part, kind);
  };
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    changePart('Reorder recipe', part.id, (p) =>
      withList(p, list, (l) => {
        const from = l.findIndex((c) => c.id === active.id);
        const to = l.findIndex((c) => c.id === over.id);
        const rest = l.filter((_, i) => i !== from);
        return [...rest.slice(0, to), l[from], ...rest.slice(to)];
      }),
    );
  };
  const word = { steps: 'step', coats: 'coat', finishes: 'finish' }[list];
  return (
    <DndContext
      id={`${part.id}-${list}`}
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={onDragEnd}
    >
      <SortableContext items={cards.map((c) => c.id)} strategy={horizontalListSortingStrategy}>
        <Box
          role="list"
          aria-label={kindWord(list)}
          sx={{ display: 'flex', alignItems: 'center', gap: '3px' }}
        >
          {cards.map((c) => (
            <Box key={c.id} sx={{ display: 'flex', alignItems: 'center', gap: '3px' }} role="presentation">
              {list === 'steps' && (
                <AddBetween
                  label={`Insert a step before ${kindWord(c.kind)}`}
                  kinds={kinds}
                  onPick={(k) => add(k, c.id)}
                />
              )}
              <SortableCard part={part} card={{ list, id: c.id }} />
            </Box>
          ))}
        </Box>
      </SortableContext>
      <AddBetween label={`Add a ${word}`} kinds={kinds} onPick={(k) => add(k)} />
    </DndContext>
  );
}

const divider = (
  <Box
    aria-hidden
    sx={{
      alignSelf: 'stretch',
      width: 3,
      borderLeft: 1,
      borderRight: 1,
      borderColor: 'divider',
      mx: 1,
      my: 2,
      flexShrink: 0,
    }}
  />
);

/** The cards of a recipe; moving the part about changes none of them. */
const Recipe = memo(
  function RecipeCards({ part }: { part: Part }) {
    return (
      <>
        <CardView part={part} card={{ list: 'source' }} />
        <ArrowRight size={14} aria-hidden style={{ flexShrink: 0 }} />
        <Row part={part} list="steps" />
        {part.source.kind !== 'group' && (
          <>
            {divider}
            <Row part={part} list="coats" />
          </>
        )}
        {divider}
        <Row part={part} list="finishes" />
      </>
    );
  },
  ({ part: a }, { part: b }) =>
    a.id === b.id &&
    a.source === b.source &&
    a.steps === b.steps &&
    a.coats === b.coats &&
    a.finishes === b.finishes,
);

/** The recipe of the chosen part as a row of cards, in the order of evaluation. */
export function Bench() {
  const part = useChosenPart();
  const many = useEditor((s) => s.chosen.length > 1);
  return (
    <Box
      component="section"
      aria-label="Bench"
      data-testid="bench"
      sx={{
        height: 128,
        flexShrink: 0,
        borderTop: 1,
        borderColor: 'divider',
        bgcolor: 'paper.sunk',
        display: 'flex',
        alignItems: 'center',
        gap: '3px',
        px: 2,
        overflowX: 'auto',
      }}
    >
      {!part && (
        <Box sx={{ color: 'text.secondary', mx: 'auto' }}>
          {many
            ? 'Choose one part to see its recipe here.'
            : 'Choose a part, and its recipe lies here: source, steps, coats and finishes.'}
        </Box>
      )}
      {part && <Recipe part={part} />}
    </Box>
  );
}
