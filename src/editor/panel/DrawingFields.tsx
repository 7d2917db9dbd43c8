'use client';

import Box from '@mui/material/Box';
import { type Drawing, drawersOf, drawingFields, fieldLabel, type Sheet } from '@/core';
import { ParamFields } from '../fields/ParamFields';
import { SwitchField } from '../fields/SwitchField';
import { changeSheet } from '../state/actions';
import { useEditor } from '../state/store';
import { Section } from './Section';

const change = (label: string, values: Partial<Drawing>): void =>
  changeSheet(label, (s) => (s.drawing ? { ...s, drawing: { ...s.drawing, ...values } } : s));

/** What a construction drawing shows, and whose construction. */
export function DrawingFields({ sheet, drawing }: { sheet: Sheet; drawing: Drawing }) {
  const design = useEditor((s) => s.design);
  const of = design?.sheets.find((s) => s.id === drawing.of);
  const drawers = design && of ? drawersOf(design, of.id) : [];
  const without = new Set(drawing.without);
  return (
    <>
      <Section title="Construction drawing">
        <Box sx={{ color: of ? 'text.secondary' : 'error.main', fontSize: 12, pb: 1 }}>
          {of ? `Draws “${of.name}” and follows it.` : 'The sheet that it draws is gone.'}
        </Box>
        <ParamFields
          key={sheet.id}
          fields={drawingFields}
          params={{ ...drawing }}
          onChange={(name, value) => change(fieldLabel(drawingFields, name), { [name]: value })}
        />
      </Section>
      {drawers.length > 0 && (
        <Section title="Construction of">
          {drawers.map(({ part }) => (
            <SwitchField
              key={part.id}
              label={part.name}
              value={!without.has(part.id)}
              onChange={(on) =>
                change('Construction of parts', {
                  without: on
                    ? drawing.without.filter((id) => id !== part.id)
                    : [...drawing.without, part.id],
                })
              }
            />
          ))}
        </Section>
      )}
    </>
  );
}
