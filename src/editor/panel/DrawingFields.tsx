'use client';

import Box from '@mui/material/Box';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useRef } from 'react';
import { type Drawing, drawersOf, drawingFields, fieldLabel, type Part, type Sheet } from '@/core';
import { ParamFields } from '../fields/ParamFields';
import { SwitchField } from '../fields/SwitchField';
import { changeSheet } from '../state/actions';
import { usePaced } from '../state/paced';
import { Section } from './Section';

const change = (label: string, values: Partial<Drawing>): void =>
  changeSheet(label, (s) => (s.drawing ? { ...s, drawing: { ...s.drawing, ...values } } : s));

/** Height of a line of the list of parts, and of all that is seen of it, CSS pixels. */
const line = 30;
const listHeight = 300;

/** Parts whose construction is drawn or left out, as many as there are. */
function PartSwitches({ drawing, parts }: { drawing: Drawing; parts: readonly Part[] }) {
  const scroller = useRef<HTMLDivElement>(null);
  const lines = useVirtualizer({
    count: parts.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => line,
    overscan: 4,
  });
  const without = new Set(drawing.without);
  const put = (id: string, on: boolean) => {
    const rest = drawing.without.filter((x) => x !== id);
    change('Construction of parts', { without: on ? rest : [...rest, id] });
  };
  return (
    <Box ref={scroller} sx={{ maxHeight: listHeight, overflowY: 'auto' }}>
      <Box sx={{ position: 'relative' }} style={{ height: lines.getTotalSize() }}>
        {lines.getVirtualItems().map(({ index, start }) => {
          const { id, name } = parts[index];
          return (
            <Box
              key={id}
              sx={{ position: 'absolute', left: 0, right: 0 }}
              style={{ transform: `translateY(${start}px)` }}
            >
              <SwitchField label={name} value={!without.has(id)} onChange={(on) => put(id, on)} />
            </Box>
          );
        })}
      </Box>
    </Box>
  );
}

/** What a construction drawing shows, and whose construction. */
export function DrawingFields({ sheet, drawing }: { sheet: Sheet; drawing: Drawing }) {
  const design = usePaced((s) => s.design);
  const of = design?.sheets.find((s) => s.id === drawing.of);
  const parts = design && of ? drawersOf(design, of.id).map((d) => d.part) : [];
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
      {parts.length > 0 && (
        <Section title="Construction of">
          <PartSwitches drawing={drawing} parts={parts} />
        </Section>
      )}
    </>
  );
}
