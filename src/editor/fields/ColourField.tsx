'use client';

import Box from '@mui/material/Box';
import Popover from '@mui/material/Popover';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useState } from 'react';
import { HexAlphaColorPicker } from 'react-colorful';
import { formatHex, fromHsl, isHex, parseHex, type Rgba, toHsl } from '@/core';
import { beginLive, endLive } from '../state/history';
import { NumberField } from './NumberField';
import { FieldBox, FieldFault, FieldLabel, FieldRow } from './row';
import { steady } from './steady';

type Model = 'RGB' | 'HSL';

/** A hex colour from text: with or without #, or `rgb(…)` with three or four numbers; null for anything else. */
export function readColour(text: string): string | null {
  const t = text.trim().toLowerCase();
  const hex = t.startsWith('#') ? t : `#${t}`;
  if (isHex(hex)) return formatHex(parseHex(hex));
  const hit = /^rgba?\(([^)]*)\)$/.exec(t);
  const list = (hit ? hit[1] : t)
    .split(/[\s,/]+/)
    .filter(Boolean)
    .map(Number);
  if (list.length < 3 || list.length > 4 || list.some((v) => !Number.isFinite(v))) return null;
  return formatHex([list[0] / 255, list[1] / 255, list[2] / 255, list[3] ?? 1]);
}

const chequer = 'repeating-conic-gradient(#c8c2b4 0 25%, #fff 0 50%) 0 0 / 10px 10px';

export interface ColourFieldProps {
  readonly label: string;
  readonly value: string;
  onChange(hex: string): void;
}

function Colour({ label, value, onChange }: ColourFieldProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [text, setText] = useState<string | null>(null);
  const [bad, setBad] = useState(false);
  const [model, setModel] = useState<Model>('RGB');
  const rgba = parseHex(value);
  const hsl = toHsl([rgba[0], rgba[1], rgba[2]]);

  // A drag in the picker shows at once and is kept as one change, wherever it ends.
  const startDrag = () => {
    beginLive();
    window.addEventListener('pointerup', () => void endLive(), { once: true });
  };
  const take = () => {
    if (text === null) return;
    const hex = readColour(text);
    setBad(!hex);
    if (!hex) return;
    setText(null);
    if (hex !== value) onChange(hex);
  };
  const channel = (i: number, v: number) => {
    const next = [...rgba] as [number, number, number, number];
    next[i] = v / 255;
    onChange(formatHex(next as Rgba));
  };
  const hslChannel = (i: number, v: number) => {
    const next = [...hsl] as [number, number, number];
    next[i] = i === 0 ? v : v / 100;
    onChange(formatHex([...fromHsl(next), rgba[3]] as unknown as Rgba));
  };

  return (
    <FieldRow style={{ gridTemplateColumns: 'minmax(0, 1fr) 26px 92px' }}>
      <FieldLabel as="span">{label}</FieldLabel>
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
              setBad(false);
            }
          }}
          onBlur={take}
        />
      </FieldBox>
      <FieldFault>{bad ? 'That is no colour; try #9a6b1f or 154, 107, 31.' : ''}</FieldFault>
      <Popover
        open={Boolean(anchor)}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
        transformOrigin={{ vertical: 'top', horizontal: 'right' }}
      >
        <Box sx={{ p: 2, width: 232, display: 'grid', gap: 1 }} onPointerDown={startDrag}>
          <HexAlphaColorPicker
            color={value}
            onChange={(c) => {
              const hex = formatHex(parseHex(c));
              if (hex !== value) onChange(hex);
            }}
            style={{ width: '100%', height: 170 }}
          />
          <ToggleButtonGroup
            exclusive
            size="small"
            value={model}
            onChange={(_, m: Model | null) => m && setModel(m)}
            aria-label="Colour model"
          >
            <ToggleButton value="RGB" sx={{ py: 0 }}>
              RGB
            </ToggleButton>
            <ToggleButton value="HSL" sx={{ py: 0 }}>
              HSL
            </ToggleButton>
          </ToggleButtonGroup>
          {model === 'RGB'
            ? ['Red', 'Green', 'Blue'].map((n, i) => (
                <NumberField
                  key={n}
                  label={n}
                  value={Math.round(rgba[i] * 255)}
                  min={0}
                  max={255}
                  whole
                  onChange={(v) => channel(i, v)}
                />
              ))
            : ['Hue', 'Saturation', 'Lightness'].map((n, i) => (
                <NumberField
                  key={n}
                  label={n}
                  value={Math.round(i === 0 ? hsl[0] : hsl[i] * 100)}
                  min={0}
                  max={i === 0 ? 360 : 100}
                  suffix={i === 0 ? '°' : '%'}
                  onChange={(v) => hslChannel(i, v)}
                />
              ))}
          <NumberField
            label="Opacity"
            value={Math.round(rgba[3] * 100)}
            min={0}
            max={100}
            suffix="%"
            onChange={(v) => onChange(formatHex([rgba[0], rgba[1], rgba[2], v / 100]))}
          />
        </Box>
      </Popover>
    </FieldRow>
  );
}

/** A colour by picker, hex, RGB or HSL; a drag of the picker shows at once and is kept when it ends. */
export const ColourField = steady<string, ColourFieldProps>(Colour);
