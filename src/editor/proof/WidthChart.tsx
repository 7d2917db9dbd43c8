'use client';

import Box from '@mui/material/Box';
import { CartesianGrid, Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import type { Findings } from '@/core';
import { sizeTicks } from './size-ticks';

const percent = (v: number) => `${Math.round(100 * v)} %`;
const short = (v: number) => String(Number(v.toPrecision(2)));

/** How much of the outline belongs to strokes and gaps no wider than a size. */
export function WidthChart({ curve }: { curve: Findings['curve'] }) {
  return (
    <Box>
      <Box sx={{ fontSize: 12, color: 'text.secondary', pb: 1 }}>
        Share of the outline along strokes (brass) and gaps (madder) no wider than a size.
      </Box>
      <Box
        role="img"
        aria-label="Share of the outline along strokes and gaps no wider than a size"
        data-testid="width-chart"
        sx={{ height: 130 }}
      >
        <ResponsiveContainer width="100%" height="100%">
          <LineChart data={[...curve]} margin={{ top: 4, right: 8, bottom: 0, left: -18 }}>
            <CartesianGrid stroke="var(--sc-palette-divider)" vertical={false} />
            <XAxis
              dataKey="size"
              type="number"
              scale="log"
              domain={['dataMin', 'dataMax']}
              tickFormatter={short}
              tick={{ fontSize: 10 }}
              ticks={sizeTicks(curve[0].size, curve[curve.length - 1].size)}
            />
            <YAxis domain={[0, 1]} ticks={[0, 0.5, 1]} tickFormatter={percent} tick={{ fontSize: 10 }} />
            <Tooltip
              formatter={(v, name) => [percent(Number(v)), name === 'stroke' ? 'Strokes' : 'Gaps']}
              labelFormatter={(v) => `no wider than ${short(Number(v))}`}
              contentStyle={{ fontSize: 12, background: 'var(--sc-palette-background-paper)' }}
            />
            <Line
              dataKey="stroke"
              type="stepAfter"
              stroke="var(--sc-palette-primary-main)"
              dot={false}
              isAnimationActive={false}
            />
            <Line
              dataKey="gap"
              type="stepAfter"
              stroke="var(--sc-palette-madder-main)"
              dot={false}
              isAnimationActive={false}
            />
          </LineChart>
        </ResponsiveContainer>
      </Box>
    </Box>
  );
}
