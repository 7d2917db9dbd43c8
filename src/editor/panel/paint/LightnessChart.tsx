'use client';

import Box from '@mui/material/Box';
import { CartesianGrid, Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { profileOf, profileWarnings } from '@/core';

const percent = (v: number) => `${Math.round(v * 100)}`;

/** Lightness and chroma of a run of colours against the position along it, with what is worth a word. */
export function LightnessChart({
  colours,
  length,
}: {
  /** Colours at even steps, as hex. */
  colours: readonly string[];
  /** How long the run is, sheet units. */
  length: number;
}) {
  const points = profileOf(colours);
  const warnings = profileWarnings(colours, length);
  return (
    <Box data-testid="lightness-chart">
      <Box role="img" aria-label="Lightness and chroma along the colours" sx={{ height: 118 }}>
        <ResponsiveContainer width="100%" height="100%">
          <LineChart data={points} margin={{ top: 6, right: 6, bottom: 0, left: -26 }}>
            <CartesianGrid strokeDasharray="2 3" stroke="var(--sc-palette-divider)" />
            <XAxis
              dataKey="at"
              type="number"
              domain={[0, 1]}
              tickFormatter={percent}
              tick={{ fontSize: 10 }}
            />
            <YAxis domain={[0, 1]} ticks={[0, 0.5, 1]} tickFormatter={percent} tick={{ fontSize: 10 }} />
            <Tooltip
              formatter={(v, name) => [
                name === 'chroma' ? Number(v).toFixed(3) : `${percent(Number(v))} %`,
                name === 'chroma' ? 'Chroma' : 'Lightness',
              ]}
              labelFormatter={(v) => `At ${percent(Number(v))} %`}
            />
            <Line
              dataKey="lightness"
              stroke="#8a5a10"
              dot={false}
              strokeWidth={2}
              isAnimationActive={false}
            />
            <Line
              dataKey="chroma"
              stroke="#b23a48"
              dot={false}
              strokeDasharray="4 3"
              strokeWidth={1.5}
              isAnimationActive={false}
            />
          </LineChart>
        </ResponsiveContainer>
      </Box>
      <Box sx={{ display: 'flex', gap: 2, fontSize: 12, color: 'text.secondary' }}>
        <span>
          <span style={{ color: '#8a5a10' }}>━</span> Lightness
        </span>
        <span>
          <span style={{ color: '#b23a48' }}>┅</span> Chroma
        </span>
      </Box>
      {warnings.map((w) => (
        <Box key={w} role="note" sx={{ color: 'text.secondary', fontSize: 13 }}>
          {w}
        </Box>
      ))}
    </Box>
  );
}
