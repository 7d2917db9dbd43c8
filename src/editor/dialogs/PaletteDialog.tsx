'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import IconButton from '@mui/material/IconButton';
import { Trash2 } from 'lucide-react';
import { useRef, useState } from 'react';
import {
  clipText,
  contrast,
  type Design,
  freeSwatchName,
  type Harmony,
  harmonyOf,
  harmonyWords,
  isColourSwatch,
  isGradient,
  makeId,
  paletteOf,
  paletteToProperties,
  paletteToTokens,
  parseHex,
  propertyName,
  rampOf,
  type Swatch,
  swatchUses,
  TokenError,
  tokensToPalette,
  withoutSwatch,
  withSwatch,
} from '@/core';
import { ChoiceField } from '../fields/ChoiceField';
import { ColourField } from '../fields/colour/ColourField';
import { Dots } from '../fields/colour/ColourPicker';
import { TextField } from '../fields/TextField';
import { commit, openedDesign } from '../state/history';
import { get, say, set, useEditor } from '../state/store';
import { saveFile } from './save-file';

const change = (label: string, edit: (d: Design) => Design) => commit(label, edit(openedDesign()));

/** Adds a swatch under a name that is free. */
function add(swatch: Swatch): void {
  change(`Add ${swatch.name}`, (d) =>
    withSwatch(d, { ...swatch, name: freeSwatchName(paletteOf(d), swatch.name) }),
  );
}

/** The paints of the chosen parts' coats, as swatches to add. */
function chosenSwatches(): Swatch[] {
  const { design, chosen } = get();
  const paints = chosen.flatMap((id) => design?.parts[id]?.coats.map((c) => c.paint) ?? []);
  return paints.flatMap((p): Swatch[] => {
    if (p.kind === 'solid') return [{ id: makeId(), name: p.colour, colour: p.colour }];
    return isGradient(p)
      ? [{ id: makeId(), name: 'Gradient', stops: p.stops, interpolation: p.interpolation }]
      : [];
  });
}

async function importPalette(file: File): Promise<void> {
  try {
    const text = await file.text();
    const css = /\.css$/i.test(file.name) || file.type === 'text/css';
    const list = css
      ? (await import('@/core/importing')).propertiesToPalette(text, makeId)
      : tokensToPalette(text, makeId);
    // Names of custom properties are written in small letters and with dashes.
    const same = (a: string, b: string) => a === b || (css && propertyName(a) === propertyName(b));
    change('Import palette', (d) =>
      list.reduce((at, s) => {
        // One of a name that is here already takes its place, and all that is linked follows.
        const known = paletteOf(at).find(
          (o) => same(o.name, s.name) && isColourSwatch(o) === isColourSwatch(s),
        );
        return withSwatch(at, known ? { ...s, id: known.id, name: known.name } : s);
      }, d),
    );
    say(`${list.length} ${list.length === 1 ? 'colour' : 'colours'} and gradients read.`);
  } catch (e) {
    if (!(e instanceof TokenError)) throw e;
    say(e.message);
  }
}

function SwatchLine({ swatch, uses, ground }: { swatch: Swatch; uses: number; ground: string }) {
  const put = (next: Swatch, label: string) => change(label, (d) => withSwatch(d, next));
  const ramp = isColourSwatch(swatch) ? null : rampOf(swatch);
  const ratio = isColourSwatch(swatch) ? contrast(parseHex(swatch.colour), parseHex(ground)) : null;
  return (
    <Box
      role="listitem"
      sx={{
        display: 'grid',
        gridTemplateColumns: '180px 130px 104px 72px 28px',
        gap: 1,
        alignItems: 'center',
      }}
    >
      <TextField
        label="Name of the swatch"
        bare
        value={swatch.name}
        onChange={(name) => name && put({ ...swatch, name }, 'Rename swatch')}
      />
      {isColourSwatch(swatch) ? (
        <ColourField
          label={swatch.name}
          bare
          value={swatch.colour}
          onChange={(colour) => put({ ...swatch, colour }, `Change ${swatch.name}`)}
        />
      ) : (
        <Box
          sx={{
            height: 24,
            borderRadius: 1,
            border: 1,
            borderColor: 'divider',
            background: ramp
              ? `linear-gradient(to right, ${Array.from({ length: 25 }, (_, i) => ramp(i / 24)).join(',')})`
              : 'none',
          }}
        />
      )}
      <Box sx={{ fontVariantNumeric: 'tabular-nums', color: 'text.secondary' }}>
        {ratio !== null && `${ratio.toFixed(2)} : 1${ratio >= 7 ? ' AAA' : ratio >= 4.5 ? ' AA' : ''}`}
      </Box>
      <Box sx={{ color: 'text.secondary' }}>{uses === 1 ? '1 link' : `${uses} links`}</Box>
      <IconButton
        aria-label={`Remove ${swatch.name}`}
        onClick={() => change(`Remove ${swatch.name}`, (d) => withoutSwatch(d, swatch.id))}
        sx={{ p: '2px' }}
      >
        <Trash2 size={14} />
      </IconButton>
    </Box>
  );
}

/** Colours that go with one of the palette, to be added by a press. */
function Harmonies({ palette }: { palette: readonly Swatch[] }) {
  const colours = palette.filter(isColourSwatch);
  const [name, setName] = useState('');
  const [harmony, setHarmony] = useState<Harmony>('opposite');
  const base = colours.find((c) => c.name === name) ?? colours[0];
  if (!base) return null;
  const list = harmonyOf(base.colour, harmony);
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr 1fr', gap: 3, alignItems: 'start' }}>
      <ChoiceField
        label="Goes with"
        value={base.name}
        options={colours.map((c) => c.name)}
        onChange={setName}
      />
      <ChoiceField
        label="By hue"
        value={harmony}
        options={harmonyWords}
        onChange={(h) => setHarmony(h as Harmony)}
      />
      <Dots
        label="Press to add"
        colours={list.map((hex) => ({ hex, name: hex }))}
        onPick={(i) => add({ id: makeId(), name: clipText(`${base.name}, ${harmony}`, 60), colour: list[i] })}
      />
    </Box>
  );
}

/** The named colours and gradients of the design. */
export function PaletteDialog() {
  const design = useEditor((s) => s.design);
  const any = useEditor((s) => s.chosen.length > 0);
  const [ground, setGround] = useState('#ffffff');
  const file = useRef<HTMLInputElement>(null);
  if (!design) return null;
  const palette = paletteOf(design);
  const uses = swatchUses(design);
  const close = () => set({ dialog: 'none' });
  return (
    <Dialog open onClose={close} maxWidth="md" aria-labelledby="palette-title">
      <DialogTitle id="palette-title">Palette</DialogTitle>
      <DialogContent sx={{ width: 620, display: 'grid', gap: 2 }}>
        {palette.length ? (
          <>
            <Box sx={{ width: 240 }}>
              <ColourField label="Contrast against" value={ground} onChange={setGround} />
            </Box>
            <Box role="list" aria-label="Swatches" sx={{ display: 'grid', gap: 1 }}>
              {palette.map((s) => (
                <SwatchLine key={s.id} swatch={s} uses={uses.get(s.id) ?? 0} ground={ground} />
              ))}
            </Box>
            <Harmonies palette={palette} />
          </>
        ) : (
          <Box sx={{ color: 'text.secondary' }}>
            Named colours and gradients stand here. Link parts to them in the colour picker: change one, and
            all that is linked follows.
          </Box>
        )}
      </DialogContent>
      <DialogActions>
        <input
          ref={file}
          type="file"
          accept=".json,.tokens,.css,application/json,text/css"
          aria-label="File of a palette"
          hidden
          onChange={(e) => {
            const [chosen] = e.target.files ?? [];
            e.target.value = '';
            if (chosen) void importPalette(chosen);
          }}
        />
        <Button onClick={() => file.current?.click()}>Import</Button>
        <Button
          disabled={!palette.length}
          onClick={() =>
            saveFile(
              new Blob([paletteToTokens(palette)], { type: 'application/json' }),
              `${design.name}.tokens.json`,
            )
          }
        >
          Export tokens
        </Button>
        <Button
          disabled={!palette.length}
          onClick={() =>
            saveFile(new Blob([paletteToProperties(palette)], { type: 'text/css' }), `${design.name}.css`)
          }
        >
          Export CSS
        </Button>
        <Box sx={{ flex: 1 }} />
        <Button disabled={!any} onClick={() => chosenSwatches().forEach(add)}>
          Add from chosen parts
        </Button>
        <Button onClick={() => add({ id: makeId(), name: 'Colour', colour: '#9a6b1f' })}>Add colour</Button>
        <Button variant="contained" onClick={close}>
          Done
        </Button>
      </DialogActions>
    </Dialog>
  );
}
