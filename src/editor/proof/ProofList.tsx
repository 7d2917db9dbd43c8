'use client';

import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import Box from '@mui/material/Box';
import IconButton from '@mui/material/IconButton';
import Tooltip from '@mui/material/Tooltip';
import { Eye, EyeOff, Trash2 } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { type Card, proofRows, usualWall } from '@/core';
import { cutOff, LineButton } from '../frame/LineButton';
import { SheetTabs } from '../frame/SheetTabs';
import { SidePanel, scrolls } from '../frame/SidePanel';
import { useEditor } from '../state/store';
import { chooseProof, moveProof, removeProof, rowOf, switchProof, titleOfProof } from './wall';

const afterSixPixels = { activationConstraint: { distance: 6 } };

function Line({ card }: { card: Card }) {
  const chosen = useEditor((s) => s.wall.proof === card.id);
  const { setNodeRef, listeners, transform, transition, isDragging } = useSortable({ id: card.id });
  const title = titleOfProof(card);
  const line = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if (chosen) line.current?.scrollIntoView({ block: 'nearest' });
  }, [chosen]);
  return (
    <Box
      component="li"
      ref={setNodeRef}
      {...listeners}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      sx={{
        listStyle: 'none',
        height: 30,
        pl: 3,
        pr: 1,
        display: 'flex',
        alignItems: 'center',
        gap: 1,
        bgcolor: chosen ? 'paper.rule' : 'background.paper',
        opacity: isDragging ? 0.6 : 1,
      }}
    >
      <LineButton
        type="button"
        ref={line}
        aria-pressed={chosen}
        onClick={() => chooseProof(card.id)}
        sx={{ ...cutOff, color: card.on ? 'text.primary' : 'text.secondary' }}
      >
        {title}
      </LineButton>
      {chosen && (
        <Tooltip title="Take it off the list">
          <IconButton aria-label={`Remove proof ${title}`} onClick={() => removeProof(card.id)}>
            <Trash2 size={14} />
          </IconButton>
        </Tooltip>
      )}
      <Tooltip title={card.on ? 'Take it down' : 'Hang it'}>
        <IconButton
          aria-label={`${card.on ? 'Take down' : 'Hang'} proof ${title}`}
          onClick={() => switchProof(card.id)}
          sx={{ color: card.on ? 'inherit' : 'text.secondary' }}
        >
          {card.on ? <Eye size={14} /> : <EyeOff size={14} />}
        </IconButton>
      </Tooltip>
    </Box>
  );
}

/** The proofs of the design in rows, to be hung, taken down and put in order. */
export function ProofList() {
  const list = useEditor((s) => (s.design?.wall ?? usualWall).proofs);
  const sensors = useSensors(useSensor(PointerSensor, afterSixPixels));
  const drop = ({ active, over }: DragEndEvent) => {
    if (over && over.id !== active.id) moveProof(String(active.id), String(over.id));
  };
  return (
    <SidePanel side="left" width={220} label="Proofs">
      <SheetTabs />
      <Box sx={{ ...scrolls, pb: 3 }}>
        <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
          {Object.entries(proofRows).map(([row, word]) => {
            const own = list.filter((c) => rowOf(c) === row);
            if (!own.length) return null;
            return (
              <Box key={row} component="section" aria-label={`${word} proofs`}>
                <Box
                  component="h2"
                  sx={{ m: 0, px: 3, pt: 2.5, pb: 1, fontSize: 12, fontWeight: 600, color: 'text.secondary' }}
                >
                  {word}
                </Box>
                <SortableContext items={own.map((c) => c.id)} strategy={verticalListSortingStrategy}>
                  <Box component="ul" sx={{ m: 0, p: 0 }}>
                    {own.map((c) => (
                      <Line key={c.id} card={c} />
                    ))}
                  </Box>
                </SortableContext>
              </Box>
            );
          })}
        </DndContext>
      </Box>
    </SidePanel>
  );
}
