'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import DialogActions from '@mui/material/DialogActions';
import LinearProgress from '@mui/material/LinearProgress';
import { useEffect, useMemo, useRef, useState } from 'react';
import { type Card, formats, makeRow } from '@/core';
import { FieldFault } from '../../fields/row';
import { get, set, useEditor } from '../../state/store';
import { addRow } from './export-set';
import { Body } from './layout';
import { exportFile, oncePattern } from './one-file';
import { Preview } from './Preview';
import { plannedNow, sizeWords, usePlan } from './plan';
import { RowFields } from './RowFields';

/** What was exported last stays as it was set, for the next time; of another sheet that is shown then. */
function rowToBegin(): Card {
  const { onceRow, sheetId } = get();
  const of = `sheet:${sheetId}`;
  const width = get().design?.sheets.find((s) => s.id === sheetId)?.width ?? 1024;
  if (!onceRow) return makeRow('png', { of, pixels: Math.round(width) }, 'once');
  return 'of' in onceRow.params ? { ...onceRow, params: { ...onceRow.params, of } } : onceRow;
}

/** One file, made at once and saved. */
export function OnePane({ onClose }: { onClose(): void }) {
  const designId = useEditor((s) => s.designId);
  const name = useEditor((s) => s.design?.name ?? '');
  const [row, setRow] = useState(rowToBegin);
  const [busy, setBusy] = useState(false);
  const [done, setDone] = useState(0);
  const [fault, setFault] = useState('');
  const stop = useRef<AbortController | null>(null);
  useEffect(() => () => stop.current?.abort(), []);
  const single = useMemo(() => ({ pattern: oncePattern, rows: [row] }), [row]);
  const [file] = usePlan(single);
  const { label } = formats[row.kind];

  const start = async () => {
    setFault('');
    setBusy(true);
    setDone(0);
    stop.current = new AbortController();
    const { signal } = stop.current;
    try {
      // What is shown may be of a moment ago: a field may be left by pressing this very button.
      const [now] = await plannedNow(single);
      if (now.fault) throw new Error(now.fault);
      const notes = await exportFile(designId, now, { signal, onProgress: setDone });
      if (!signal.aborted) set({ dialog: 'none', notice: [`“${name}” was exported.`, ...notes].join(' ') });
    } catch (e) {
      if (!signal.aborted) setFault((e as Error).message);
    } finally {
      setBusy(false);
    }
  };

  return (
    <>
      <Body sx={{ display: 'grid', gridTemplateColumns: '360px minmax(0, 1fr)', gap: 3, overflow: 'hidden' }}>
        <Box sx={{ display: 'grid', gap: 1, alignContent: 'start', overflowY: 'auto', pr: 1 }}>
          <RowFields
            row={row}
            onChange={(_, next) => {
              setRow(next);
              set({ onceRow: next });
            }}
          />
          {file && (
            <Box
              data-testid="export-size"
              sx={{ color: file.fault ? 'error.main' : 'text.secondary', minHeight: 20 }}
            >
              {file.fault ?? sizeWords(file)}
            </Box>
          )}
          {busy && (
            <LinearProgress
              aria-label="Drawing"
              variant={done > 0 ? 'determinate' : 'indeterminate'}
              value={100 * done}
            />
          )}
          <FieldFault>{fault}</FieldFault>
        </Box>
        <Preview row={row} />
      </Body>
      <DialogActions>
        <Button color="inherit" disabled={busy} onClick={() => addRow(row)} sx={{ mr: 'auto' }}>
          Keep in the set
        </Button>
        <Button
          color="inherit"
          onClick={() => {
            stop.current?.abort();
            if (!busy) onClose();
          }}
        >
          {busy ? 'Stop' : 'Close'}
        </Button>
        <Button
          variant="contained"
          disabled={busy || !file || file.fault !== null}
          onClick={() => void start()}
        >
          Export {label}
        </Button>
      </DialogActions>
    </>
  );
}
