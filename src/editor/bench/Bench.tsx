'use client';

import {
  type CollisionDetection,
  closestCenter,
  DndContext,
  type DragEndEvent,
  DragOverlay,
  PointerSensor,
  pointerWithin,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { horizontalListSortingStrategy, SortableContext } from '@dnd-kit/sortable';
import Box from '@mui/material/Box';
import IconButton from '@mui/material/IconButton';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import Tooltip from '@mui/material/Tooltip';
import { ArrowRight, Plus } from 'lucide-react';
import { useState } from 'react';
import { createPortal } from 'react-dom';
import { type Coat, describedKind, finishKinds, kindLabel, type Part, stepKinds } from '@/core';
import { drawnFor } from '../fields/steady';
import { addCoat, addFinish, addStep } from '../frame/recipe';
import { useChosenPart, usePaced } from '../state/paced';
import { CardView, SortableCard } from './CardView';
import { type CardList, cardsIn, type ListedCard, refOf, titleOf } from './cards';
import { dropAt, dropOnCard } from './drop';

/** Options of one identity: new ones would draw every card again. */
const kindsOf = { steps: stepKinds, coats: ['fill', 'stroke'], finishes: finishKinds };
const afterSixPixels = { activationConstraint: { distance: 6 } };

function AddBetween({
  label,
  list,
  word,
  onPick,
}: {
  label: string;
  /** The list that a card is added to. */
  list: CardList['list'];
  /** What is added, where the sign alone does not say it. */
  word?: string;
  onPick(kind: string): void;
}) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <>
      <Tooltip title={label}>
        <IconButton
          aria-label={label}
          onClick={(e) => setAnchor(e.currentTarget)}
          sx={{ p: '1px', color: 'text.secondary', borderRadius: 1 }}
        >
          <Plus size={14} />
          {word && <Box sx={{ fontSize: 11.5, pr: '2px' }}>{word}</Box>}
        </IconButton>
      </Tooltip>
      <Menu open={Boolean(anchor)} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {kindsOf[list].map((k) => (
          <MenuItem
            key={k}
            title={describedKind(list, k)?.about}
            onClick={() => {
              setAnchor(null);
              onPick(k);
            }}
          >
            {kindLabel(list, k)}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}

const wordOf = { steps: 'step', coats: 'coat', finishes: 'finish' };
const titleOfList = { steps: 'Steps', coats: 'Coats', finishes: 'Finishes' };

function add(part: Part, { list, coat }: CardList, kind: string, before?: string): void {
  if (list === 'steps') addStep(part, kind, before ?? null, coat);
  else if (list === 'coats') addCoat(part, kind as Coat['kind']);
  else addFinish(part, kind);
}

/** The cards of one list; a coat's own steps follow it, joined to it. */
function Row({ part, at }: { part: Part; at: CardList }) {
  const cards = cardsIn(part, at);
  const own = at.coat ? ' to the coat' : '';
  return (
    <>
      <SortableContext items={cards.map((c) => c.id)} strategy={horizontalListSortingStrategy}>
        <Box
          role="list"
          aria-label={at.coat ? 'Steps of the coat' : titleOfList[at.list]}
          sx={{ display: 'flex', alignItems: 'center', gap: '3px' }}
        >
          {cards.map((c) => (
            <Box key={c.id} sx={{ display: 'flex', alignItems: 'center', gap: '3px' }} role="listitem">
              {at.list === 'steps' && (
                <AddBetween
                  label={`Insert a step before ${kindLabel(at.list, c.kind)}`}
                  list={at.list}
                  onPick={(k) => add(part, at, k, c.id)}
                />
              )}
              <SortableCard part={part} card={refOf(at, c.id)} />
              {at.list === 'coats' && <CoatSteps part={part} coat={c as Coat} />}
            </Box>
          ))}
        </Box>
      </SortableContext>
      <AddBetween
        label={`Add a ${wordOf[at.list]}${own}`}
        list={at.list}
        word={at.coat ? 'step' : wordOf[at.list]}
        onPick={(k) => add(part, at, k)}
      />
    </>
  );
}

function CoatSteps({ part, coat }: { part: Part; coat: Coat }) {
  return (
    <Box
      role="presentation"
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: '3px',
        ml: '-3px',
        pl: '3px',
        borderBottom: coat.steps.length ? 2 : 0,
        borderColor: 'primary.main',
      }}
    >
      <Row part={part} at={{ list: 'steps', coat: coat.id }} />
    </Box>
  );
}

/** The card under the pointer, or the nearest one as long as the pointer is over the bench at all. */
const underPointer: CollisionDetection = (args) => {
  const hits = pointerWithin(args);
  const at = args.pointerCoordinates;
  const bench = document.querySelector('[data-testid="bench"]')?.getBoundingClientRect();
  return hits.length || !at || !bench || at.y < bench.top ? hits : closestCenter(args);
};

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

const lists: readonly CardList[] = [{ list: 'steps' }, { list: 'coats' }, { list: 'finishes' }];

const sourceCard = { list: 'source' } as const;

function RecipeCards({ part }: { part: Part }) {
  const sensors = useSensors(useSensor(PointerSensor, afterSixPixels));
  const [dragged, setDragged] = useState<ListedCard | null>(null);
  const onDragEnd = ({ active, over, activatorEvent, delta }: DragEndEvent) => {
    setDragged(null);
    const card = active.data.current?.card as ListedCard | undefined;
    if (!card) return;
    const onto = over?.data.current?.card as ListedCard | undefined;
    const start = activatorEvent as PointerEvent;
    if (onto) dropOnCard(part, card, onto);
    else void dropAt(part, card, start.clientX + delta.x, start.clientY + delta.y);
  };
  return (
    <DndContext
      id={part.id}
      sensors={sensors}
      collisionDetection={underPointer}
      autoScroll={false}
      onDragStart={({ active }) => setDragged((active.data.current?.card as ListedCard | undefined) ?? null)}
      onDragEnd={onDragEnd}
      onDragCancel={() => setDragged(null)}
    >
      <CardView part={part} card={sourceCard} />
      <ArrowRight size={14} aria-hidden style={{ flexShrink: 0 }} />
      {lists.map((at, i) => (
        <Box key={at.list} sx={{ display: 'contents' }}>
          {i > 0 && divider}
          <Row part={part} at={at} />
        </Box>
      ))}
      {createPortal(
        // Above all else: the bench would clip what is dragged out of it.
        <DragOverlay dropAnimation={null} style={{ pointerEvents: 'none' }}>
          {dragged && <CardView part={part} card={dragged} />}
        </DragOverlay>,
        document.body,
      )}
    </DndContext>
  );
}

/** The cards of a recipe; moving the part about, or what it starts from, changes none of them but their pictures. */
const Recipe = drawnFor(RecipeCards, ({ part }) => [
  part.id,
  titleOf(part, sourceCard),
  part.steps,
  part.coats,
  part.finishes,
]);

/** The recipe of the chosen part as a row of cards, in the order of evaluation. */
export function Bench() {
  const part = useChosenPart();
  const many = usePaced((s) => s.chosen.length > 1);
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
