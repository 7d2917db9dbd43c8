'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { type ChangeEvent, type KeyboardEvent, useRef, useState } from 'react';
import {
  type ColourSwatch,
  formatHex,
  fromHsl,
  hexOfOklch,
  inGamut,
  isColourSwatch,
  type Oklch,
  paletteOf,
  parseHex,
  type Rgba,
  toHsl,
  toOklch,
  withAlpha,
} from '@/core';
import { beginLive, endLive } from '../../state/history';
import { usePaced } from '../../state/paced';
import { say } from '../../state/store';
import { NumberField } from '../NumberField';
import { ChromaField } from './ChromaField';
import { noteColour, recentColours } from './recent';

type Model = 'OKLCH' | 'RGB' | 'HSL';
const models: readonly Model[] = ['OKLCH', 'RGB', 'HSL'];

export const chequer = 'repeating-conic-gradient(#c8c2b4 0 25%, #fff 0 50%) 0 0 / 10px 10px';

const hueRamp = `linear-gradient(to right, ${Array.from({ length: 25 }, (_, i) => hexOfOklch({ l: 0.72, c: 0.13, h: i * 15 })).join(',')})`;

const thumb = {
  appearance: 'none',
  width: 14,
  height: 14,
  borderRadius: '50%',
  border: '2px solid #fff',
  boxShadow: '0 0 0 1.5px #1f2b38',
  background: 'transparent',
} as const;

/** The hue as a place on a band of all hues. */
function HueSlider({ value, onChange }: { value: number; onChange(hue: number): void }) {
  return (
    <Box
      component="input"
      type="range"
      aria-label="Hue"
      min={0}
      max={360}
      value={Math.round(value)}
      onChange={(e: ChangeEvent<HTMLInputElement>) => onChange(Number(e.target.value))}
      onKeyDown={(e: KeyboardEvent) => e.stopPropagation()}
      sx={{
        appearance: 'none',
        width: '100%',
        height: 14,
        m: 0,
        borderRadius: 7,
        cursor: 'pointer',
        background: hueRamp,
        '&::-webkit-slider-thumb': thumb,
        '&::-moz-range-thumb': thumb,
      }}
    />
  );
}

/** A row of colours to press. */
export function Dots({
  label,
  colours,
  onPick,
}: {
  label: string;
  colours: readonly { readonly hex: string; readonly name: string; readonly on?: boolean }[];
  onPick(index: number): void;
}) {
  if (!colours.length) return null;
  return (
    <Box>
      <Box sx={{ color: 'text.secondary', fontSize: 12, mb: '2px' }}>{label}</Box>
      <Box role="group" aria-label={label} sx={{ display: 'flex', flexWrap: 'wrap', gap: '4px' }}>
        {colours.map((c, i) => (
          <Box
            key={`${c.name} ${i}`}
            component="button"
            type="button"
            title={c.name}
            aria-label={c.name}
            aria-pressed={c.on ?? false}
            onClick={() => onPick(i)}
            sx={{
              width: 22,
              height: 22,
              p: 0,
              border: c.on ? 2 : 1,
              borderColor: c.on ? 'primary.main' : 'divider',
              borderRadius: 1,
              cursor: 'pointer',
              background: `linear-gradient(${c.hex}, ${c.hex}), ${chequer}`,
            }}
          />
        ))}
      </Box>
    </Box>
  );
}

interface EyeDropperWindow {
  EyeDropper?: new () => { open(): Promise<{ sRGBHex: string }> };
}

/** Picks a colour anywhere on the screen, with the browser's magnifier. */
async function pickFromScreen(): Promise<string | null> {
  const { EyeDropper } = window as unknown as EyeDropperWindow;
  if (!EyeDropper) {
    say('This browser cannot pick colours from the screen.');
    return null;
  }
  try {
    return (await new EyeDropper().open()).sRGBHex;
  } catch {
    // Escape was pressed: nothing is picked.
    return null;
  }
}

/** A colour by lightness, chroma and hue, by numbers of three models, from the palette or the screen. */
export function ColourPicker({
  value,
  linked,
  onChange,
  onSwatch,
}: {
  value: string;
  /** The swatch the colour is taken from. */
  linked?: string;
  onChange(hex: string): void;
  onSwatch?(swatch: ColourSwatch): void;
}) {
  const [model, setModel] = useState<Model>('OKLCH');
  const palette = usePaced((s) => (s.design ? paletteOf(s.design) : undefined));
  const [recent] = useState(recentColours);
  const rgba = parseHex(value);
  // A grey has no hue of its own, and rounding to bytes moves it: the one that was set is kept.
  const kept = useRef<{ hex: string; colour: Oklch } | null>(null);
  const own = kept.current?.hex === value ? kept.current.colour : toOklch(rgba);
  const putOklch = (colour: Oklch) => {
    const hex = hexOfOklch(colour, rgba[3]);
    kept.current = { hex, colour };
    if (hex !== value) onChange(hex);
  };
  // A drag in the picker shows at once and is kept as one change, wherever it ends.
  const startDrag = () => {
    beginLive();
    window.addEventListener('pointerup', () => void endLive(), { once: true });
  };
  const put = (hex: string) => {
    noteColour(hex);
    onChange(hex);
  };
  const channel = (i: number, v: number) => {
    const next = [...rgba] as [number, number, number, number];
    next[i] = v / 255;
    put(formatHex(next as Rgba));
  };
  const hsl = toHsl([rgba[0], rgba[1], rgba[2]]);
  const hslChannel = (i: number, v: number) => {
    const next = [...hsl] as [number, number, number];
    next[i] = i === 0 ? v : v / 100;
    put(formatHex([...fromHsl(next), rgba[3]] as unknown as Rgba));
  };
  const swatches = palette?.filter(isColourSwatch) ?? [];

  return (
    <Box sx={{ p: 2, width: 248, display: 'grid', gap: 1 }}>
      <Box onPointerDownCapture={startDrag} sx={{ display: 'grid', gap: 1 }}>
        <ChromaField value={own} onChange={putOklch} />
        <HueSlider value={own.h} onChange={(h) => putOklch({ ...own, h })} />
      </Box>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={model}
        onChange={(_, m: Model | null) => m && setModel(m)}
        aria-label="Colour model"
      >
        {models.map((m) => (
          <ToggleButton key={m} value={m} sx={{ py: 0, flex: 1 }}>
            {m}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      {model === 'OKLCH' && (
        <>
          <NumberField
            label="Lightness"
            value={Number((own.l * 100).toFixed(1))}
            min={0}
            max={100}
            suffix="%"
            onChange={(v) => putOklch({ ...own, l: v / 100 })}
          />
          <NumberField
            label="Chroma"
            value={Number(own.c.toFixed(4))}
            min={0}
            max={0.5}
            step={0.01}
            onChange={(v) => {
              if (!inGamut({ ...own, c: v }))
                say('sRGB does not hold that much chroma here: it is cut to what it holds.');
              putOklch({ ...own, c: v });
            }}
          />
          <NumberField
            label="Hue"
            value={Number(own.h.toFixed(1))}
            min={0}
            max={360}
            suffix="°"
            onChange={(v) => putOklch({ ...own, h: v })}
          />
        </>
      )}
      {model === 'RGB' &&
        ['Red', 'Green', 'Blue'].map((n, i) => (
          <NumberField
            key={n}
            label={n}
            value={Math.round(rgba[i] * 255)}
            min={0}
            max={255}
            whole
            onChange={(v) => channel(i, v)}
          />
        ))}
      {model === 'HSL' &&
        ['Hue', 'Saturation', 'Lightness'].map((n, i) => (
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
        onChange={(v) => put(withAlpha(value, v / 100))}
      />
      <Button variant="outlined" onClick={() => void pickFromScreen().then((hex) => hex && put(hex))}>
        From the screen
      </Button>
      <Dots
        label={onSwatch ? 'Palette: press to link' : 'Palette'}
        colours={swatches.map((s) => ({ hex: s.colour, name: s.name, on: s.id === linked }))}
        onPick={(i) => (onSwatch ? onSwatch(swatches[i]) : put(swatches[i].colour))}
      />
      <Dots
        label="Recent"
        colours={recent.map((hex) => ({ hex, name: hex }))}
        onPick={(i) => put(recent[i])}
      />
    </Box>
  );
}
