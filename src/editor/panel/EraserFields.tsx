'use client';

import { NumberField } from '../fields/NumberField';
import { usePaced } from '../state/paced';
import { set } from '../state/store';
import { Section } from './Section';

/** How wide the eraser is. */
export function EraserFields() {
  const width = usePaced((s) => s.eraserWidth);
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
