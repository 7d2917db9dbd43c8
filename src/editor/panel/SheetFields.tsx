'use client';

import { isUnit, units } from '@/core';
import { ChoiceField } from '../fields/ChoiceField';
import { ColourField } from '../fields/ColourField';
import { NumberField } from '../fields/NumberField';
import { SwitchField } from '../fields/SwitchField';
import { TextField } from '../fields/TextField';
import { changeSheet, renameDesign } from '../state/actions';
import { useEditor } from '../state/store';
import { Section } from './Section';

const unitNames = Object.keys(units);

/** The design's name, and the sheet's size, ground and grid. */
export function SheetFields() {
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
