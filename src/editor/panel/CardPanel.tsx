'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import dynamic from 'next/dynamic';
import { type Card, fieldLabel, finishes, kindLabel, type Params, type Part, steps } from '@/core';
import { type CardRef, stepsOf } from '@/core/edit';
import { withCards } from '../bench/cards';
import { OwnerContext, ownerOf } from '../fields/follow';
import { ParamFields } from '../fields/ParamFields';
import { SidePanel, scrolls } from '../frame/SidePanel';
import { changePart, run } from '../state/actions';
import { useChosenPart, usePaced } from '../state/paced';
import { handTool } from '../tools';
import { CoatFields } from './CoatFields';
import { LookKeeping } from './LookKeeping';
import { LookFields, ManyFields, PlaceFields } from './PartFields';
import { Section } from './Section';
import { SheetFields } from './SheetFields';
import { SourceFields } from './SourceFields';

const ToneChart = dynamic(() => import('./paint/ToneChart').then((m) => m.ToneChart));

/** Numbers of the part's place that a step tells: typed, they move it. */
function PlacedFields({ part, card }: { part: Part; card: Card }) {
  const told = usePaced((s) => s.report?.placed);
  const placed = steps[card.kind].placed;
  if (!placed || !told) return null;
  return (
    <ParamFields
      fields={placed.fields}
      params={told}
      onChange={(name, value) =>
        void run(fieldLabel(placed.fields, name), {
          do: 'put-placed',
          id: part.id,
          card: card.id,
          name,
          value: value as number,
        })
      }
    />
  );
}

function StepFields({ part, at }: { part: Part; at: CardRef & { list: 'steps' | 'finishes' } }) {
  const { list, id } = at;
  const coat = at.list === 'steps' ? at.coat : undefined;
  const fault = usePaced((s) => s.faults.find((f) => f.card === id));
  const world = usePaced((s) => s.report?.world);
  const card = (list === 'steps' ? stepsOf(part, coat) : part.finishes).find((c) => c.id === id);
  if (!card) return null;
  const { fields } = (list === 'steps' ? steps : finishes)[card.kind];
  const { toneMarks, toneSteps } = list === 'finishes' ? finishes[card.kind] : {};
  const remedy = list === 'finishes' ? finishes[card.kind].remedy?.(card.params) : null;
  const put = (label: string, params: Readonly<Record<string, unknown>>) =>
    changePart(label, part.id, (p) =>
      withCards(p, { list, ...(coat ? { coat } : {}) }, (cards) =>
        (cards as readonly Card[]).map((c) =>
          c.id === id ? { ...c, params: { ...c.params, ...params } as Params } : c,
        ),
      ),
    );
  return (
    <Section title={kindLabel(list, card.kind)}>
      {fault && (
        <Box
          role={fault.note ? 'note' : 'alert'}
          sx={{ color: fault.note ? 'text.secondary' : 'error.main', fontSize: 13 }}
        >
          {fault.message}
        </Box>
      )}
      {remedy && (
        <Button size="small" variant="outlined" onClick={() => put(remedy.label, remedy.params)}>
          {remedy.label}
        </Button>
      )}
      {list === 'steps' && !coat && <PlacedFields part={part} card={card} />}
      <ParamFields
        fields={fields}
        params={card.params}
        at={`${coat ? `coats/${coat}/` : ''}${list}/${id}/params`}
        world={world}
        onChange={(name, value, other) =>
          put(fieldLabel(fields, name), { [name]: value, ...(other ? { [other[0]]: other[1] } : {}) })
        }
      />
      {toneMarks && <ToneChart part={part.id} card={id} marks={toneMarks(card.params)} />}
      {toneSteps && (
        <Button
          variant="outlined"
          onClick={() => void run('Tones to paths', { do: 'tones-to-paths', id: part.id, card: id })}
        >
          Tones to paths
        </Button>
      )}
    </Section>
  );
}

function CardFields({ part, card }: { part: Part; card: CardRef }) {
  if (card.list === 'source')
    return (
      <>
        <SourceFields part={part} />
        <PlaceFields part={part} />
        <LookFields part={part} />
        <LookKeeping part={part} />
      </>
    );
  if (card.list === 'coats') {
    const coat = part.coats.find((c) => c.id === card.id);
    return coat ? <CoatFields part={part} coat={coat} /> : null;
  }
  return <StepFields part={part} at={card as CardRef & { list: 'steps' | 'finishes' }} />;
}

/** The controls of what is chosen: a card of the recipe, several parts, or the sheet. */
export function CardFieldsAtHand() {
  const part = useChosenPart();
  const card = usePaced((s) => s.card);
  const many = usePaced((s) => s.chosen.length > 1);
  if (many) return <ManyFields />;
  if (!part || !card) return <SheetFields />;
  return (
    <OwnerContext
      key={`${part.id} ${card.list === 'source' ? '' : card.id}`}
      value={ownerOf('part', part.id)}
    >
      <CardFields part={part} card={card} />
    </OwnerContext>
  );
}

/** The controls of the tool in hand and of what is chosen. */
export function CardPanel() {
  const tool = usePaced((s) => s.tool);
  const { panel: Own, insteadOfCard: Instead } = handTool(tool);
  return (
    <SidePanel side="right" width={256} label="Card" testId="card-panel">
      <Box sx={scrolls}>
        {Own && <Own />}
        {Instead ? <Instead /> : <CardFieldsAtHand />}
      </Box>
    </SidePanel>
  );
}
