'use client';

import Box from '@mui/material/Box';
import { isColourSwatch, paletteOf, rampOf, type Swatch } from '@/core';
import { coatOfCard } from '../bench/cards';
import { chequer } from '../fields/colour/ColourPicker';
import { colourStage, get, say, useEditor } from '../state/store';
import { applySwatch, dragSwatch } from './swatch-drop';

function fillOf(s: Swatch): string {
  if (isColourSwatch(s)) return `linear-gradient(${s.colour}, ${s.colour}), ${chequer}`;
  const ramp = rampOf(s);
  return `linear-gradient(to right, ${Array.from({ length: 13 }, (_, i) => ramp(i / 12)).join(',')}), ${chequer}`;
}

function press(id: string): void {
  const { chosen, grips, card } = get();
  if (chosen.length) applySwatch(id, chosen, grips, coatOfCard(card));
  else say('Choose parts first, or drag the colour onto one.');
}

/** The palette at the foot of the sheet: press a colour for what is chosen, or drag it onto a part or a grip. */
export function PaletteRail() {
  const palette = useEditor((s) => (s.design ? paletteOf(s.design) : undefined));
  const stage = useEditor((s) => s.stage);
  if (stage !== colourStage || !palette?.length) return null;
  return (
    <Box
      role="group"
      aria-label="Palette"
      sx={{
        gridArea: '3 / 1 / 4 / 3',
        display: 'flex',
        flexWrap: 'wrap',
        justifyContent: 'center',
        gap: '5px',
        p: '4px',
        borderTop: 1,
        borderColor: 'divider',
        bgcolor: 'background.paper',
      }}
    >
      {palette.map((s) => (
        <Box
          key={s.id}
          component="button"
          type="button"
          draggable
          title={s.name}
          aria-label={`Colour with ${s.name}`}
          onDragStart={(e) => dragSwatch(e, s.id)}
          onClick={() => press(s.id)}
          sx={{
            width: isColourSwatch(s) ? 22 : 40,
            height: 18,
            p: 0,
            border: 1,
            borderColor: 'divider',
            borderRadius: 1,
            cursor: 'grab',
            background: fillOf(s),
          }}
        />
      ))}
    </Box>
  );
}
