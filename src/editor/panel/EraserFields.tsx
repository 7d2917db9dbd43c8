'use client';

import { NumberField } from '../fields/NumberField';
import { set, useEditor } from '../state/store';
import { Section } from './Section';

/** How wide the eraser is. */
export function EraserFields() {
  const width = useEditor((s) => s.eraserWidth);
  return (
    <Section title="Eraser">
      <NumberField
        label="Eraser width"
        value={width}
        min={0.1}
        max={100_000}
        onChange={(v) => set({ eraserWidth: v })}
      />
    </Section>
  );
}
