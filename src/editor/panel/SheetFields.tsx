'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { clipText, type Guide, isUnit, makeId, type Sheet, type SheetGrid, units } from '@/core';
import { ChoiceField } from '../fields/ChoiceField';
import { ColourField } from '../fields/colour/ColourField';
import { OwnerContext, ownerOf } from '../fields/follow';
import { NumberField } from '../fields/NumberField';
import { SwitchField } from '../fields/SwitchField';
import { TextField } from '../fields/TextField';
import { changeSheet, guideMiddle, removeSheet, renameDesign } from '../state/actions';
import { usePaced } from '../state/paced';
import { set } from '../state/store';
import { DrawingFields } from './DrawingFields';
import { MeasureFields } from './MeasureFields';
import { Section } from './Section';

const unitNames = Object.keys(units);

const changeGrid = (label: string, change: Partial<SheetGrid>): void =>
  changeSheet(label, (s) => ({ ...s, grid: { ...s.grid, ...change } }));

const gridWords: Readonly<Record<SheetGrid['kind'], string>> = {
  square: 'Square',
  angled: 'Isometric',
  polar: 'Polar',
};

const planeWords: Readonly<Record<SheetGrid['plane'], string>> = {
  flat: 'Flat',
  top: 'Top plane',
  left: 'Left plane',
  right: 'Right plane',
};

function GridFields({ sheet }: { sheet: Sheet }) {
  const { grid } = sheet;
  const k = units[sheet.unit];
  return (
    <Section title="Grid">
      <SwitchField label="Show and snap" value={grid.on} onChange={(on) => changeGrid('Grid', { on })} />
      <ChoiceField
        label="Kind"
        value={grid.kind}
        options={gridWords}
        onChange={(kind) => changeGrid('Kind of grid', { kind: kind as SheetGrid['kind'], on: true })}
      />
      <NumberField
        label="Spacing"
        suffix={sheet.unit}
        value={grid.spacing / k}
        address="grid/spacing"
        min={0.01}
        max={100000}
        onChange={(v) => changeGrid('Grid spacing', { spacing: v * k, on: true })}
      />
      {grid.kind === 'angled' && (
        <>
          <NumberField
            label="First axis"
            suffix="°"
            value={grid.angleA}
            address="grid/angleA"
            min={-360}
            max={360}
            onChange={(angleA) => changeGrid('Grid axis', { angleA, on: true })}
          />
          <NumberField
            label="Second axis"
            suffix="°"
            value={grid.angleB}
            address="grid/angleB"
            min={-360}
            max={360}
            onChange={(angleB) => changeGrid('Grid axis', { angleB, on: true })}
          />
          <ChoiceField
            label="Draw on"
            value={grid.plane}
            options={planeWords}
            onChange={(plane) => changeGrid('Draw on a plane', { plane: plane as SheetGrid['plane'] })}
          />
        </>
      )}
      {grid.kind === 'polar' && (
        <NumberField
          label="Rays"
          value={grid.spokes}
          address="grid/spokes"
          min={1}
          max={720}
          whole
          onChange={(spokes) => changeGrid('Grid rays', { spokes, on: true })}
        />
      )}
    </Section>
  );
}

/** Where the light comes from. */
function LampFields({ sheet: { lamp } }: { sheet: Sheet }) {
  return (
    <Section title="Lamp">
      <NumberField
        label="Light from"
        suffix="°"
        value={lamp.direction}
        min={-360}
        max={360}
        onChange={(direction) => changeSheet('Lamp', (s) => ({ ...s, lamp: { ...s.lamp, direction } }))}
      />
      <NumberField
        label="Light’s height"
        suffix="°"
        value={lamp.height}
        min={0}
        max={90}
        onChange={(height) => changeSheet('Lamp', (s) => ({ ...s, lamp: { ...s.lamp, height } }))}
      />
    </Section>
  );
}

/** How strongly things snap; it is the designer's own, not the design's. */
function SnapFields() {
  const on = usePaced((s) => s.snapping);
  const reach = usePaced((s) => s.snapReach);
  return (
    <Section title="Snapping">
      <SwitchField label="Snap to what is near" value={on} onChange={(snapping) => set({ snapping })} />
      <NumberField
        label="Pulls within"
        suffix="px"
        value={reach}
        min={1}
        max={40}
        onChange={(snapReach) => set({ snapReach })}
      />
    </Section>
  );
}

const changeGuides = (label: string, change: (guides: readonly Guide[]) => readonly Guide[]): void =>
  changeSheet(label, (s) => ({ ...s, guides: change(s.guides) }));

function GuideFields({ sheet }: { sheet: Sheet }) {
  const k = units[sheet.unit];
  const put = (id: string, change: Partial<Guide>) =>
    changeGuides('Guide', (list) => list.map((g) => (g.id === id ? { ...g, ...change } : g)));
  const add = (axis: 'x' | 'y') =>
    changeGuides('Add guide', (list) => [
      ...list,
      { id: makeId(), axis, at: (axis === 'x' ? sheet.width : sheet.height) / 2 },
    ]);
  return (
    <Section title="Guides">
      {sheet.guides.map((g, i) => (
        <Box key={g.id}>
          <NumberField
            label={`${g.axis === 'x' ? 'Upright' : 'Level'} ${i + 1}`}
            suffix={sheet.unit}
            value={g.at / k}
            address={`guides/${g.id}/at`}
            min={-1e6}
            max={1e6}
            onChange={(at) => put(g.id, { at: at * k })}
          />
          <NumberField
            label={`Slant ${i + 1}`}
            suffix="°"
            value={g.slant ?? 0}
            address={g.slant === undefined ? undefined : `guides/${g.id}/slant`}
            min={-90}
            max={90}
            onChange={(slant) => put(g.id, { slant })}
          />
          <Button
            size="small"
            aria-label={`${g.locked ? 'Unlock' : 'Lock'} guide ${i + 1}`}
            onClick={() => put(g.id, { locked: !g.locked })}
          >
            {g.locked ? 'Unlock' : 'Lock'}
          </Button>
          <Button
            size="small"
            aria-label={`Remove guide ${i + 1}`}
            onClick={() => changeGuides('Remove guide', (list) => list.filter((o) => o.id !== g.id))}
          >
            Remove
          </Button>
        </Box>
      ))}
      <Box sx={{ display: 'flex', flexWrap: 'wrap' }}>
        <Button size="small" onClick={() => add('x')}>
          Add upright
        </Button>
        <Button size="small" onClick={() => add('y')}>
          Add level
        </Button>
        <Button size="small" onClick={guideMiddle}>
          Through the middle
        </Button>
      </Box>
    </Section>
  );
}

/** The design's name, and the sheet's size, ground and grid. */
export function SheetFields() {
  const sheet = usePaced((s) => s.design?.sheets.find((h) => h.id === s.sheetId));
  const many = usePaced((s) => (s.design?.sheets.length ?? 0) > 1);
  const name = usePaced((s) => s.design?.name ?? '');
  if (!sheet) return null;
  const k = units[sheet.unit];
  return (
    <OwnerContext value={ownerOf('sheet', sheet.id)}>
      <Section title="Design">
        <TextField label="Name" value={name} onChange={renameDesign} />
      </Section>
      {sheet.drawing && <DrawingFields sheet={sheet} drawing={sheet.drawing} />}
      <Section title="Sheet">
        <TextField
          label="Sheet name"
          value={sheet.name}
          onChange={(text) =>
            text.trim() && changeSheet('Rename sheet', (s) => ({ ...s, name: clipText(text.trim(), 200) }))
          }
        />
        <NumberField
          label="Width"
          suffix={sheet.unit}
          value={sheet.width / k}
          address="width"
          min={1 / k}
          max={100000 / k}
          onChange={(v) => changeSheet('Sheet width', (s) => ({ ...s, width: v * k }))}
        />
        <NumberField
          label="Height"
          suffix={sheet.unit}
          value={sheet.height / k}
          address="height"
          min={1 / k}
          max={100000 / k}
          onChange={(v) => changeSheet('Sheet height', (s) => ({ ...s, height: v * k }))}
        />
        <ChoiceField
          label="Unit"
          value={sheet.unit}
          options={unitNames}
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
        {many && (
          <Button size="small" onClick={() => void removeSheet()}>
            Remove this sheet
          </Button>
        )}
      </Section>
      <MeasureFields />
      <GridFields sheet={sheet} />
      <LampFields sheet={sheet} />
      <GuideFields sheet={sheet} />
      <SnapFields />
    </OwnerContext>
  );
}
