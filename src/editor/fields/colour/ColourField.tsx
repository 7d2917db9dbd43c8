'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Popover from '@mui/material/Popover';
import { Link2 } from 'lucide-react';
import { useState } from 'react';
import { readColour } from '@/core';
import { useLinking } from '../follow';
import { FieldBox, FieldFault, FieldLabel, FieldRow, Follows } from '../row';
import { steady } from '../steady';
import { ColourPicker, chequer } from './ColourPicker';
import { noteColour } from './recent';

export interface ColourFieldProps {
  readonly label: string;
  readonly value: string;
  /** Shows no label beside it; it is still said aloud. */
  readonly bare?: boolean;
  /** Where the colour stands in the part or the sheet, so that it can be linked to the palette. */
  readonly address?: string;
  onChange(hex: string): void;
}

function Colour({ label, value, bare, address, onChange }: ColourFieldProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [text, setText] = useState<string | null>(null);
  const [word, setWord] = useState('');
  const linking = useLinking(address);
  const swatch = linking?.swatch;

  const take = () => {
    if (text === null) return;
    const read = readColour(text);
    setWord(
      read
        ? read.clipped
          ? 'sRGB does not hold that colour: its chroma was cut.'
          : ''
        : 'That is no colour; try #9a6b1f, 154 107 31 or oklch(56% 0.1 78).',
    );
    if (!read) return;
    setText(null);
    noteColour(read.hex);
    if (read.hex !== value) onChange(read.hex);
  };
  const bad = word !== '' && text !== null;

  return (
    <FieldRow style={{ gridTemplateColumns: `${bare ? '' : 'minmax(0, 1fr) '}26px 92px` }}>
      {!bare && <FieldLabel as="span">{label}</FieldLabel>}
      <Box
        component="button"
        type="button"
        aria-label={`${label}: open the colour picker`}
        onClick={(e) => setAnchor(e.currentTarget)}
        sx={{
          width: 26,
          height: 26,
          p: 0,
          border: 1,
          borderColor: 'divider',
          borderRadius: 1,
          cursor: 'pointer',
          background: `linear-gradient(${value}, ${value}), ${chequer}`,
        }}
      />
      <FieldBox>
        {swatch && (
          <Follows title={`Linked to ${swatch.name}`}>
            <Link2 size={12} aria-hidden />
          </Follows>
        )}
        <input
          value={text ?? value}
          aria-label={`${label}, hex or RGB`}
          aria-invalid={bad}
          spellCheck={false}
          autoComplete="off"
          onChange={(e) => setText(e.target.value)}
          onFocus={(e) => e.target.select()}
          onKeyDown={(e) => {
            e.stopPropagation();
            if (e.key === 'Enter') e.currentTarget.blur();
            if (e.key === 'Escape') {
              setText(null);
              setWord('');
            }
          }}
          onBlur={take}
        />
      </FieldBox>
      <FieldFault>{word}</FieldFault>
      <Popover
        open={Boolean(anchor)}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
        transformOrigin={{ vertical: 'top', horizontal: 'right' }}
      >
        <ColourPicker
          value={value}
          linked={swatch?.id}
          onChange={onChange}
          onSwatch={linking ? (s) => linking.link(s) : undefined}
        />
        {swatch && linking && (
          <Box sx={{ px: 2, pb: 2, display: 'flex', alignItems: 'center', gap: 1 }}>
            <Box sx={{ flex: 1, color: 'text.secondary' }}>Linked to {swatch.name}</Box>
            <Button onClick={() => linking.unlink()}>Unlink</Button>
          </Box>
        )}
      </Popover>
    </FieldRow>
  );
}

/** A colour by picker, CSS text, numbers or the palette; a drag of the picker shows at once and is kept when it ends. */
export const ColourField = steady<string, ColourFieldProps>(Colour);
