'use client';

import Box from '@mui/material/Box';
import { memo } from 'react';
import { FieldLabel, FieldRow } from '../fields/row';
import { usePaced } from '../state/paced';
import { set } from '../state/store';

const shares = [0, 0.5, 1] as const;
const rows = ['top', 'middle', 'bottom'] as const;
const columns = ['left', 'centre', 'right'] as const;

/** What the reference point is called in labels: “Centre”, “Left”, “Top” … */
export const referenceWord = (share: number, axis: 'x' | 'y'): string =>
  share === 0.5 ? 'Centre' : axis === 'x' ? (share ? 'Right' : 'Left') : share ? 'Bottom' : 'Top';

function NinePoints() {
  const at = usePaced((s) => s.reference);
  return (
    <FieldRow>
      <FieldLabel htmlFor="reference-centre-middle">Told by</FieldLabel>
      <Box
        role="radiogroup"
        aria-label="Reference point"
        sx={{
          display: 'grid',
          gridTemplateColumns: 'repeat(3, 18px)',
          gap: '3px',
          justifyContent: 'end',
          flex: 1,
        }}
      >
        {shares.flatMap((y, j) =>
          shares.map((x, i) => {
            const on = at.x === x && at.y === y;
            return (
              <Box
                key={`${x} ${y}`}
                component="input"
                type="radio"
                name="reference"
                id={`reference-${columns[i]}-${rows[j]}`}
                aria-label={`${rows[j]} ${columns[i]}`}
                checked={on}
                onChange={() => set({ reference: { x, y } })}
                sx={{
                  appearance: 'none',
                  m: 0,
                  width: 18,
                  height: 18,
                  border: 1,
                  borderColor: on ? 'primary.main' : 'divider',
                  bgcolor: on ? 'primary.main' : 'transparent',
                  borderRadius: '3px',
                  cursor: 'pointer',
                }}
              />
            );
          }),
        )}
      </Box>
    </FieldRow>
  );
}

/** Nine points of the bounds, one of which place and size are told by. */
export const ReferencePoint = memo(NinePoints);
