'use client';

import Box from '@mui/material/Box';
import { useEffect, useState } from 'react';
import { Bar, BarChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { useRested } from '../../fields/rested';
import { usePaced } from '../../state/paced';
import { studioEngine } from '../../state/studio';

const percent = (v: number) => `${Math.round(v * 100)}`;

/** How much there is of each tone of what a finish is given, and the tones that it is set by. */
export function ToneChart({ part, card, marks }: { part: string; card: string; marks: readonly number[] }) {
  const [tones, setTones] = useState<readonly number[]>([]);
  const design = useRested(usePaced((s) => s.design));
  useEffect(() => {
    // Counted again whenever the design is another.
    if (!design) return;
    let wanted = true;
    void studioEngine()
      .studio.tones(part, card)
      .then((found) => wanted && setTones(found));
    return () => {
      wanted = false;
    };
  }, [part, card, design]);
  const bars = tones.map((share, i) => ({ at: (i + 0.5) / tones.length, share: Math.sqrt(share) }));
  return (
    <Box
      role="img"
      aria-label={`Tones from black to white, marked at ${marks.map((m) => `${percent(m)} %`).join(', ')}`}
      data-testid="tone-chart"
      sx={{ height: 96 }}
    >
      <ResponsiveContainer width="100%" height="100%">
        <BarChart data={bars} barCategoryGap={0} margin={{ top: 4, right: 6, bottom: 0, left: 6 }}>
          <XAxis dataKey="at" type="number" domain={[0, 1]} tickFormatter={percent} tick={{ fontSize: 10 }} />
          <YAxis hide domain={[0, 'dataMax']} />
          <Bar dataKey="share" fill="var(--sc-palette-text-secondary)" isAnimationActive={false} />
          {marks.map((m) => (
            <ReferenceLine key={m} x={m} stroke="#b23a48" strokeWidth={1.5} />
          ))}
        </BarChart>
      </ResponsiveContainer>
    </Box>
  );
}
