'use client';

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';
import {
  blendModes,
  type Coat,
  coatFields,
  finishes,
  holdsParts,
  isUnit,
  operations,
  type Paint,
  type Part,
  type Place,
  paintKinds,
  paints,
  primitives,
  steps,
  units,
} from '@/core';
import type { CardRef } from '@/core/edit';
import { ChoiceField } from '../fields/ChoiceField';
import { ColourField } from '../fields/ColourField';
import { NumberField } from '../fields/NumberField';
import { ParamFields } from '../fields/ParamFields';
import { SwitchField } from '../fields/SwitchField';
import { TextField } from '../fields/TextField';
import { wordFor } from '../fields/words';
import { changeChosen, changePart, changeSheet, renameDesign, run } from '../state/actions';
import { useChosenPart, useEditor } from '../state/store';
import { GradientEditor } from './GradientEditor';

const unitNames = Object.keys(units);

function Section({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box
      component="section"
      aria-label={title}
      sx={{ px: 3, py: 2.5, borderBottom: 1, borderColor: 'divider', display: 'grid', gap: 1 }}
    >
      <Typography component="h2" sx={{ fontSize: 12, fontWeight: 600, color: 'text.secondary', mb: 0.5 }}>
        {title}
      </Typography>
      {children}
    </Box>
  );
}

function SheetFields() {
  const sheet = useEditor((s) => s.design?.sheets.find((h) => h.id === s.sheetId));
  const name = useEditor((s) => s.design?.name ?? '');
  if (!sheet) return null;
  const k = units[sheet.unit];
  return (
    <>
      <Section title="Design">
        <TextField label="Name" value={name} onChange={renameDesign} />
      </Section>
      <Section title="Sheet">
        <NumberField
          label="Width"
          suffix={sheet.unit}
          value={sheet.width / k}
          min={1 / k}
          max={100000 / k}
          onChange={(v) => changeSheet('Sheet width', (s) => ({ ...s, width: v * k }))}
        />
        <NumberField
          label="Height"
          suffix={sheet.unit}
          value={sheet.height / k}
          min={1 / k}
          max={100000 / k}
          onChange={(v) => changeSheet('Sheet height', (s) => ({ ...s, height: v * k }))}
        />
        <ChoiceField
          label="Unit"
          value={sheet.unit}
          options={unitNames}
          plain
          onChange={(v) => isUnit(v) && changeSheet('Unit', (s) => ({ ...s, unit: v }))}
        />
        <SwitchField
          label="Ground"
          value={sheet.ground !== null}
          onChange={(on) => changeSheet('Ground', (s) => ({ ...s, ground: on ? '#ffffff' : null }))}
        />
        {sheet.ground !== null && (
          <ColourField
            label="Ground colour"
            value={sheet.ground}
            onChange={(ground) => changeSheet('Ground colour', (s) => ({ ...s, ground }))}
          />
        )}
      </Section>
      <Section title="Grid">
        <SwitchField
          label="Square grid"
          value={sheet.grid.on}
          onChange={(on) => changeSheet('Grid', (s) => ({ ...s, grid: { ...s.grid, on } }))}
        />
        <NumberField
          label="Spacing"
          suffix={sheet.unit}
          value={sheet.grid.spacing / k}
          min={0.01}
          max={100000}
          onChange={(v) =>
            changeSheet('Grid spacing', (s) => ({ ...s, grid: { ...s.grid, spacing: v * k } }))
          }
        />
      </Section>
    </>
  );
}

function PlaceFields({ part }: { part: Part }) {
  const size = useEditor((s) => s.report?.size);
  const anchor = useEditor((s) => s.report?.anchor);
  const place = (change: Partial<Place>) => void run('Place', { do: 'place', id: part.id, change });
  const limit = 1e6;
  // A circle's or a rectangle's own numbers are its size until steps change the outline.
  const sizedBySource = 'width' in part.source && !part.steps.length;
  return (
    <Section title="Place and size">
      <NumberField
        label="Centre x"
        value={anchor?.x ?? part.place.x}
        min={-limit}
        max={limit}
        onChange={(x) => place({ x })}
      />
      <NumberField
        label="Centre y"
        value={anchor?.y ?? part.place.y}
        min={-limit}
        max={limit}
        onChange={(y) => place({ y })}
      />
      {size && !sizedBySource && (
        <>
          <NumberField
            label={'width' in part.source ? 'Whole width' : 'Width'}
            value={size.width}
            min={0.001}
            max={limit}
            onChange={(width) => void run('Width', { do: 'resize', ids: [part.id], width })}
          />
          <NumberField
            label={'height' in part.source ? 'Whole height' : 'Height'}
            value={size.height}
            min={0.001}
            max={limit}
            onChange={(height) => void run('Height', { do: 'resize', ids: [part.id], height })}
          />
        </>
      )}
      <NumberField
        label="Turn"
        suffix="°"
        value={part.place.turn}
        min={-360}
        max={360}
        onChange={(turn) => place({ turn })}
      />
      <NumberField
        label="Skew"
        suffix="°"
        value={part.place.skew}
        min={-85}
        max={85}
        onChange={(skew) => place({ skew })}
      />
    </Section>
  );
}

function LookFields({ part }: { part: Part }) {
  return (
    <Section title="Whole part">
      <NumberField
        label="Opacity"
        suffix="%"
        value={part.opacity * 100}
        min={0}
        max={100}
        onChange={(v) => changePart('Opacity', part.id, (p) => ({ ...p, opacity: v / 100 }))}
      />
      <ChoiceField
        label="Blend mode"
        value={part.blend}
        options={blendModes}
        onChange={(v) => changePart('Blend mode', part.id, (p) => ({ ...p, blend: v as Part['blend'] }))}
      />
    </Section>
  );
}

function SourceFields({ part }: { part: Part }) {
  const { source } = part;
  if (source.kind === 'combine')
    return (
      <Section title="Combination">
        <ChoiceField
          label="Operation"
          value={source.operation}
          options={operations}
          onChange={(operation) =>
            changePart('Operation', part.id, (p) => ({
              ...p,
              source: { ...source, operation: operation as typeof source.operation },
            }))
          }
        />
      </Section>
    );
  if (source.kind === 'group')
    return (
      <Section title="Group">
        <SwitchField
          label="Topmost part clips"
          value={source.clip ?? false}
          onChange={() => void run('Clip', { do: 'clip', ids: [part.id] })}
        />
      </Section>
    );
  if (holdsParts(source)) return null;
  const { kind, ...params } = source;
  const { fields } = primitives[kind];
  if (!fields.length) return null;
  return (
    <Section title={wordFor(kind)}>
      <ParamFields
        fields={fields}
        params={params as Record<string, unknown>}
        onChange={(name, value) =>
          changePart(wordFor(name), part.id, (p) => ({
            ...p,
            source: { ...p.source, [name]: value } as Part['source'],
          }))
        }
      />
    </Section>
  );
}

function PaintFields({ part, coat }: { part: Part; coat: Coat }) {
  const put = (paint: Paint, label = 'Paint') =>
    changePart(label, part.id, (p) => ({
      ...p,
      coats: p.coats.map((c) => (c.id === coat.id ? { ...c, paint } : c)),
    }));
  const { paint } = coat;
  const switchTo = (kind: Paint['kind']) => {
    if (kind === 'solid')
      put({
        kind,
        colour: paint.kind === 'solid' ? paint.colour : (paint.stops.at(-1)?.colour ?? '#9a6b1f'),
      });
    else if (paint.kind === 'solid')
      put({
        ...paints[kind].defaults,
        stops: [
          { at: 0, colour: '#fbf1d6' },
          { at: 1, colour: paint.colour },
        ],
      });
    else {
      const { x1, y1, x2, y2 } = paints[kind].defaults;
      put({ ...paint, kind, x1, y1, x2, y2 });
    }
  };
  return (
    <Section title="Paint">
      <ChoiceField
        label="Kind"
        value={paint.kind}
        options={paintKinds}
        onChange={(k) => switchTo(k as Paint['kind'])}
      />
      {paint.kind === 'solid' ? (
        <ColourField
          label="Colour"
          value={paint.colour}
          onChange={(colour) => put({ kind: 'solid', colour }, 'Colour')}
        />
      ) : (
        <GradientEditor paint={paint} onChange={(p) => put(p, 'Gradient')} />
      )}
    </Section>
  );
}

function CoatFields({ part, coat }: { part: Part; coat: Coat }) {
  return (
    <>
      <PaintFields part={part} coat={coat} />
      <Section title={wordFor(coat.kind)}>
        <ParamFields
          fields={coatFields[coat.kind]}
          params={coat as unknown as Record<string, unknown>}
          onChange={(name, value) =>
            changePart(wordFor(name), part.id, (p) => ({
              ...p,
              coats: p.coats.map((c) => (c.id === coat.id ? { ...c, [name]: value } : c)),
            }))
          }
        />
      </Section>
    </>
  );
}

function StepFields({ part, list, id }: { part: Part; list: 'steps' | 'finishes'; id: string }) {
  const fault = useEditor((s) => s.faults.find((f) => f.card === id)?.message);
  const card = part[list].find((c) => c.id === id);
  if (!card) return null;
  const { fields } = (list === 'steps' ? steps : finishes)[card.kind];
  return (
    <Section title={wordFor(card.kind)}>
      {fault && (
        <Box role="alert" sx={{ color: 'error.main' }}>
          {fault}
        </Box>
      )}
      <ParamFields
        fields={fields}
        params={card.params}
        onChange={(name, value) =>
          changePart(wordFor(name), part.id, (p) => ({
            ...p,
            [list]: p[list].map((c) => (c.id === id ? { ...c, params: { ...c.params, [name]: value } } : c)),
          }))
        }
      />
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
      </>
    );
  if (card.list === 'coats') {
    const coat = part.coats.find((c) => c.id === card.id);
    return coat ? <CoatFields part={part} coat={coat} /> : null;
  }
  return <StepFields part={part} list={card.list} id={card.id} />;
}

function ManyFields() {
  const chosen = useEditor((s) => s.chosen);
  const size = useEditor((s) => s.report?.size);
  const first = useEditor((s) => s.design?.parts[s.chosen[0]]);
  if (!first) return null;
  return (
    <Section title={`${chosen.length} parts`}>
      {size && (
        <>
          <NumberField
            label="Width together"
            value={size.width}
            min={0.001}
            max={1e6}
            onChange={(width) => void run('Width', { do: 'resize', ids: chosen, width })}
          />
          <NumberField
            label="Height together"
            value={size.height}
            min={0.001}
            max={1e6}
            onChange={(height) => void run('Height', { do: 'resize', ids: chosen, height })}
          />
        </>
      )}
      <NumberField
        label="Turn by"
        suffix="°"
        value={0}
        min={-360}
        max={360}
        onChange={(angle) => void run('Turn', { do: 'turn', ids: chosen, angle })}
      />
      <NumberField
        label="Opacity"
        suffix="%"
        value={first.opacity * 100}
        min={0}
        max={100}
        onChange={(v) => changeChosen('Opacity', (p) => ({ ...p, opacity: v / 100 }))}
      />
    </Section>
  );
}

/** The controls of what is chosen: a card of the recipe, several parts, or the sheet. */
export function CardPanel() {
  const part = useChosenPart();
  const card = useEditor((s) => s.card);
  const many = useEditor((s) => s.chosen.length > 1);
  return (
    <Box
      component="aside"
      aria-label="Card"
      data-testid="card-panel"
      sx={{
        width: 256,
        flexShrink: 0,
        overflowY: 'auto',
        borderLeft: 1,
        borderColor: 'divider',
        bgcolor: 'background.paper',
      }}
    >
      {many ? (
        <ManyFields />
      ) : part && card ? (
        <CardFields key={`${part.id} ${card.list === 'source' ? '' : card.id}`} part={part} card={card} />
      ) : (
        <SheetFields />
      )}
    </Box>
  );
}
