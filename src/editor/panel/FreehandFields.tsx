'use client';

import { NumberField } from '../fields/NumberField';
import { usePaced } from '../state/paced';
import { set } from '../state/store';
import { Section } from './Section';

/** How closely a freehand path follows the hand. */
export function FreehandFields() {
  const smoothness = usePaced((s) => s.smoothness);
  return (
    <Section title="Freehand">
      <NumberField
        label="Smoothness"
        suffix="px"
        value={smoothness}
        min={0.2}
        max={40}
        onChange={(v) => set({ smoothness: v })}
      />
    </Section>
  );
}
