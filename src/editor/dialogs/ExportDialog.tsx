'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import LinearProgress from '@mui/material/LinearProgress';
import { useRef, useState } from 'react';
import { type Depth, units } from '@/core';
import { ChoiceField } from '../fields/ChoiceField';
import { NumberField } from '../fields/NumberField';
import { SwitchField } from '../fields/SwitchField';
import { set, useEditor } from '../state/store';
import { exportPdf, exportPng, exportSvg } from './export';

const limit = 32_768;
const letteringWays = { outlines: 'Outlines', text: 'Text' } as const;
const ways = { pixels: 'Pixels', scale: 'Scale', dpi: 'Dots per inch' } as const;
type Way = keyof typeof ways;

/** Exports the sheet as PNG by pixels, scale or dpi, as SVG, or as PDF with a bleed. */
export function ExportDialog() {
  const design = useEditor((s) => s.design);
  const designId = useEditor((s) => s.designId);
  const sheet = useEditor((s) => s.design?.sheets.find((h) => h.id === s.sheetId));
  const [format, setFormat] = useState('PNG');
  const [way, setWay] = useState<Way>('pixels');
  const [width, setWidth] = useState<number | null>(null);
  const [scale, setScale] = useState(1);
  const [dpi, setDpi] = useState(300);
  const [inches, setInches] = useState(4);
  const [lettering, setLettering] = useState<keyof typeof letteringWays>('outlines');
  const [depth, setDepth] = useState<Depth>(8);
  const [bleed, setBleed] = useState(0);
  const [ground, setGround] = useState(true);
  const [busy, setBusy] = useState(false);
  const [done, setDone] = useState(0);
  const [fault, setFault] = useState('');
  const stop = useRef<AbortController | null>(null);
  if (!design || !sheet) return null;

  const pixels = Math.round(
    way === 'pixels' ? (width ?? sheet.width) : way === 'scale' ? sheet.width * scale : dpi * inches,
  );
  const height = Math.max(1, Math.round((pixels * sheet.height) / sheet.width));
  const tooLarge = Math.max(pixels, height) > limit;
  const density = way === 'dpi' ? dpi : 96;

  const close = () => {
    stop.current?.abort();
    setBusy(false);
    setFault('');
    set({ dialog: 'none' });
  };
  const start = async () => {
    setFault('');
    setBusy(true);
    setDone(0);
    stop.current = new AbortController();
    const { signal } = stop.current;
    let notes: readonly string[] = [];
    try {
      if (format === 'PDF') notes = await exportPdf(design.name, ground, bleed * units.mm, dpi, signal);
      else if (format === 'SVG') await exportSvg(design.name, ground, lettering === 'text', signal);
      else
        await exportPng(
          {
            designId,
            sheetId: sheet.id,
            name: design.name,
            width: pixels,
            height,
            dpi: density,
            ground,
            depth,
          },
          signal,
          setDone,
        );
      if (!signal.aborted) {
        set({ dialog: 'none', notice: [`“${design.name}” was exported.`, ...notes].join(' ') });
      }
    } catch (e) {
      if ((e as Error).name !== 'AbortError') setFault((e as Error).message);
    } finally {
      setBusy(false);
    }
  };

  return (
    <Dialog open onClose={close} maxWidth="xs" fullWidth aria-labelledby="export-title">
      <DialogTitle id="export-title">Export</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 1.5 }}>
        <ChoiceField label="Format" value={format} options={['PNG', 'SVG', 'PDF']} onChange={setFormat} />
        {format === 'PNG' && (
          <>
            <ChoiceField label="Size by" value={way} options={ways} onChange={(v) => setWay(v as Way)} />
            {way === 'pixels' && (
              <NumberField
                label="Width in pixels"
                value={width ?? Math.round(sheet.width)}
                min={1}
                max={limit}
                whole
                onChange={setWidth}
              />
            )}
            {way === 'scale' && (
              <NumberField
                label="Times the sheet"
                value={scale}
                min={0.001}
                max={100}
                step={0.5}
                onChange={setScale}
              />
            )}
            {way === 'dpi' && (
              <>
                <NumberField label="Dots per inch" value={dpi} min={1} max={10000} onChange={setDpi} />
                <NumberField
                  label="Width in inches"
                  value={inches}
                  min={0.01}
                  max={1000}
                  step={0.5}
                  onChange={setInches}
                />
              </>
            )}
            <ChoiceField
              label="Bits a channel"
              value={String(depth)}
              options={['8', '16']}
              onChange={(v) => setDepth(v === '16' ? 16 : 8)}
            />
            <Box sx={{ color: tooLarge ? 'error.main' : 'text.secondary' }} data-testid="export-size">
              {pixels} × {height} pixels
              {tooLarge ? `: too large; the longest side may have ${limit}` : `, ${density} dpi`}
            </Box>
          </>
        )}
        {format === 'SVG' && Object.values(design.parts).some((p) => p.source.kind === 'lettering') && (
          <>
            <ChoiceField
              label="Lettering as"
              value={lettering}
              options={letteringWays}
              onChange={(v) => setLettering(v as keyof typeof letteringWays)}
            />
            {lettering === 'text' && (
              <Box sx={{ color: 'text.secondary' }}>
                Words can be read and searched; the glyphs they need of each font go into the file, as far as
                its licence allows. What is no plain text any more stays outlines.
              </Box>
            )}
          </>
        )}
        {format === 'PDF' && (
          <>
            <NumberField label="Bleed, mm" value={bleed} min={0} max={100} step={1} onChange={setBleed} />
            <NumberField label="Dots per inch" value={dpi} min={30} max={1200} onChange={setDpi} />
            <Box sx={{ color: 'text.secondary' }}>
              Outlines and gradients stay what they are; blurs, bevels and grain go in as pictures of that
              many dots.
            </Box>
          </>
        )}
        <SwitchField label="With the sheet’s ground" value={ground} onChange={setGround} />
        {busy && (
          <LinearProgress
            aria-label="Drawing"
            variant={done > 0 ? 'determinate' : 'indeterminate'}
            value={100 * done}
          />
        )}
        {fault && (
          <Box role="alert" sx={{ color: 'error.main' }}>
            {fault}
          </Box>
        )}
      </DialogContent>
      <DialogActions>
        <Button color="inherit" onClick={close}>
          {busy ? 'Stop' : 'Close'}
        </Button>
        <Button
          variant="contained"
          disabled={busy || (tooLarge && format === 'PNG')}
          onClick={() => void start()}
        >
          Export {format}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
