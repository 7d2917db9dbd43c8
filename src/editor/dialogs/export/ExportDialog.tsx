'use client';

import Dialog from '@mui/material/Dialog';
import DialogTitle from '@mui/material/DialogTitle';
import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import { useState } from 'react';
import { set, useEditor } from '../../state/store';
import { LinksPane } from '../links/LinksPane';
import { DeliveredPane } from './DeliveredPane';
import { OnePane } from './OnePane';
import { SetPane } from './SetPane';

const panes = {
  one: 'One file',
  set: 'Set of files',
  delivered: 'Delivered',
  links: 'Client links',
} as const;
type Pane = keyof typeof panes;

/** Exports one file at once, has a set of files made that is kept with the design, or shows it to clients by links. */
export function ExportDialog() {
  const open = useEditor((s) => s.design !== null);
  const [pane, setPane] = useState<Pane>('one');
  const [ordered, setOrdered] = useState<string | null>(null);
  if (!open) return null;
  const close = () => set({ dialog: 'none' });
  return (
    <Dialog open onClose={close} maxWidth="md" fullWidth aria-labelledby="export-title">
      <DialogTitle id="export-title" sx={{ pb: 0 }}>
        Export
      </DialogTitle>
      <Tabs value={pane} onChange={(_, next: Pane) => setPane(next)} sx={{ px: 3, minHeight: 36 }}>
        {Object.entries(panes).map(([id, word]) => (
          <Tab key={id} value={id} label={word} sx={{ minHeight: 36, px: 2, textTransform: 'none' }} />
        ))}
      </Tabs>
      {pane === 'one' && <OnePane onClose={close} />}
      {pane === 'set' && (
        <SetPane
          onClose={close}
          onOrdered={(id) => {
            setOrdered(id);
            setPane('delivered');
          }}
        />
      )}
      {pane === 'links' && <LinksPane onClose={close} />}
      {pane === 'delivered' && <DeliveredPane first={ordered} onClose={close} />}
    </Dialog>
  );
}
