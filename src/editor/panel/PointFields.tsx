'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { PointChange } from '@/core/edit';
import { NumberField } from '../fields/NumberField';
import { samePoint } from '../sheet/points-press';
import { run } from '../state/actions';
import { usePaced } from '../state/paced';
import { get } from '../state/store';
import { Section } from './Section';

const limit = 1e6;

/** Does something with the chosen points. */
function act(label: string, change: PointChange): void {
  const { points: refs, chosen: ids } = get();
  void run(label, { do: 'points', refs, change, ids });
}

const rows: readonly (readonly (readonly [string, PointChange])[])[] = [
  [
    ['Sharp', { do: 'sharp' }],
    ['Smooth', { do: 'smooth' }],
    ['Even', { do: 'even' }],
  ],
  [
    ['Straighten', { do: 'straight' }],
    ['Bend', { do: 'curve' }],
    ['Remove', { do: 'remove' }],
  ],
  [
    ['Break', { do: 'break' }],
    ['Join', { do: 'join' }],
    ['Close', { do: 'close' }],
  ],
  [
    ['Align x', { do: 'align', axis: 'x' }],
    ['Align y', { do: 'align', axis: 'y' }],
    ['Reverse', { do: 'reverse' }],
  ],
  [
    ['Space x', { do: 'space', axis: 'x' }],
    ['Space y', { do: 'space', axis: 'y' }],
  ],
];

/** Where the chosen points stand, and what can be done with them. */
export function PointFields() {
  const chosen = usePaced((s) => s.points);
  const all = usePaced((s) => s.report?.points);
  const [radius, setRadius] = useState(24);
  const here = all?.filter((p) => chosen.some((q) => samePoint(p, q))) ?? [];
  if (!here.length)
    return (
      <Section title="Points">
        <Typography variant="body2" color="text.secondary">
          {all?.length
            ? 'Press points or drag a frame round them. Two presses on an edge put a point there. Shapes stay what they are where their size or skew can say it, and become drawn paths otherwise.'
            : 'Choose parts: their points are shown here.'}
        </Typography>
      </Section>
    );
  const middle = (k: 'x' | 'y') => {
    const v = here.map((p) => p[k]);
    return (Math.min(...v) + Math.max(...v)) / 2;
  };
  return (
    <Section title={here.length === 1 ? 'One point' : `${here.length} points`}>
      <NumberField
        label="Point x"
        value={middle('x')}
        min={-limit}
        max={limit}
        onChange={(x) => act('Place points', { do: 'put', x })}
      />
      <NumberField
        label="Point y"
        value={middle('y')}
        min={-limit}
        max={limit}
        onChange={(y) => act('Place points', { do: 'put', y })}
      />
      <NumberField label="Corner radius" value={radius} min={0} max={limit} onChange={setRadius} />
      <Button size="small" onClick={() => act('Round corners', { do: 'round', radius })}>
        Round these corners
      </Button>
      {rows.map((row) => (
        <Box key={row[0][0]} sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, 1fr)' }}>
          {row.map(([word, change]) => (
            <Button key={word} size="small" sx={{ minWidth: 0, px: 0.5 }} onClick={() => act(word, change)}>
              {word}
            </Button>
          ))}
        </Box>
      ))}
    </Section>
  );
}
