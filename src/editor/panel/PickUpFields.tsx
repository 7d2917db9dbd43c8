'use client';

import Box from '@mui/material/Box';
import { type Aspect, aspects } from '@/core/edit';
import { ChoiceField } from '../fields/ChoiceField';
import { usePaced } from '../state/paced';
import { set } from '../state/store';
import { Section } from './Section';

/** What is picked up from the part that is pressed. */
export function PickUpFields() {
  const aspect = usePaced((s) => s.pickUp);
  return (
    <Section title="Pick up">
      <ChoiceField
        label="Takes"
        value={aspect}
        options={aspects}
        onChange={(a) => set({ pickUp: a as Aspect })}
      />
      <Box role="note" sx={{ color: 'text.secondary' }}>
        Press a part on the sheet: what is chosen takes this from it.
      </Box>
    </Section>
  );
}
