'use client';

import Box from '@mui/material/Box';
import InputBase from '@mui/material/InputBase';
import Popover from '@mui/material/Popover';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useRef, useState } from 'react';
import { HexAlphaColorPicker } from 'react-colorful';
import { formatHex, fromHsl, isHex, parseHex, type Rgba, toHsl } from '@/core';
import { NumberField } from './NumberField';

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

/** A colour by picker, hex, RGB or HSL. `onChange` comes once for a drag of the picker, when it ends. */
export function ColourField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange(hex: string): void;
}) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [text, setText] = useState<string | null>(null);
  const [bad, setBad] = useState(false);
  const [model, setModel] = useState<Model>('RGB');
  const [live, setLive] = useState<string | null>(null);
  const picked = useRef<string | null>(null);
  const shown = live ?? value;
  const rgba = parseHex(shown);
  const hsl = toHsl([rgba[0], rgba[1], rgba[2]]);

  const settle = () => {
    const next = picked.current;
    picked.current = null;
    setLive(null);
    if (next && next !== value) onChange(formatHex(parseHex(next)));
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
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: 'minmax(0, 1fr) 26px 92px',
        alignItems: 'center',
        gap: 1,
        minHeight: 28,
      }}
    >
      <Box component="span" sx={{ color: 'text.secondary' }}>
        {label}
      </Box>
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
          background: `linear-gradient(${shown}, ${shown}), ${chequer}`,
        }}
      />
      <InputBase
        value={text ?? shown}
        onChange={(e) => setText(e.target.value)}
        onFocus={(e) => e.target.select()}
        onKeyDown={(e) => {
          e.stopPropagation();
          if (e.key === 'Enter') (e.target as HTMLInputElement).blur();
          if (e.key === 'Escape') {
            setText(null);
            setBad(false);
          }
        }}
        onBlur={() => {
          if (text === null) return;
          const hex = readColour(text);
          setBad(!hex);
          if (!hex) return;
          setText(null);
          if (hex !== value) onChange(hex);
        }}
        inputProps={{ 'aria-label': `${label}, hex or RGB`, 'aria-invalid': bad, spellCheck: false }}
        sx={{
          border: 1,
          borderColor: bad ? 'error.main' : 'divider',
          borderRadius: 1,
          px: 1.5,
          height: 26,
          bgcolor: 'background.paper',
          '& input': { p: 0 },
        }}
      />
      {bad && (
        <Box role="alert" sx={{ gridColumn: '1 / -1', color: 'error.main' }}>
          That is no colour; try #9a6b1f or 154, 107, 31.
        </Box>
      )}
      <Popover
        open={Boolean(anchor)}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
        transformOrigin={{ vertical: 'top', horizontal: 'right' }}
      >
        <Box sx={{ p: 2, width: 232, display: 'grid', gap: 1 }} onPointerUp={settle} onKeyUp={settle}>
          <HexAlphaColorPicker
            color={shown}
            onChange={(c) => {
              picked.current = c;
              setLive(c);
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
    </Box>
  );
}
