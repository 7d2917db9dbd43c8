'use client';

import Box from '@mui/material/Box';
import dynamic from 'next/dynamic';
import { usePaced } from '../state/paced';
import { Section } from './Section';

// Charts are large and come when one is looked at.
const LightnessChart = dynamic(() => import('./paint/LightnessChart').then((m) => m.LightnessChart));

/** The chart of the colours along the line that was drawn. */
export function ProfileFields() {
  const profile = usePaced((s) => s.profile);
  return (
    <Section title="Lightness along a line">
      {profile ? (
        <LightnessChart
          colours={profile.colours}
          length={Math.hypot(profile.to.x - profile.from.x, profile.to.y - profile.from.y)}
        />
      ) : (
        <Box sx={{ color: 'text.secondary' }}>Drag a line on the sheet: its colours are charted here.</Box>
      )}
    </Section>
  );
}
