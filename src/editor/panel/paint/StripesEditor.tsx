'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { Stripes } from '@/core';
import { ColourField } from '../../fields/colour/ColourField';

/** The colours of stripes, one of each over and over. */
export function StripesEditor({
  paint,
  address,
  onChange,
}: {
  paint: Stripes;
  /** Where the paint stands in the part. */
  address: string;
  onChange(paint: Stripes, label: string): void;
}) {
  const put = (colours: readonly string[], label = 'Stripe’s colour') =>
    onChange({ ...paint, colours }, label);
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      {paint.colours.map((c, i) => (
        <ColourField
          key={i}
          label={`Stripe ${i + 1}`}
          value={c}
          address={`${address}/colours/${i}`}
          onChange={(colour) => put(paint.colours.map((o, k) => (k === i ? colour : o)))}
        />
      ))}
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
        <Button
          variant="outlined"
          disabled={paint.colours.length >= 32}
          onClick={() => put([...paint.colours, paint.colours[paint.colours.length - 1]], 'Add stripe')}
        >
          Add stripe
        </Button>
        <Button variant="outlined" onClick={() => put([...paint.colours, '#00000000'], 'Add gap')}>
          Add gap
        </Button>
        <Button
          variant="outlined"
          disabled={paint.colours.length < 2}
          onClick={() => put(paint.colours.slice(0, -1), 'Remove stripe')}
        >
          Remove last
        </Button>
        <Button variant="outlined" onClick={() => put([...paint.colours].reverse(), 'Reverse stripes')}>
          Reverse
        </Button>
      </Box>
    </Box>
  );
}
