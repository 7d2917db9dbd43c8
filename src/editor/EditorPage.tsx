'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Snackbar from '@mui/material/Snackbar';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { Bench } from './bench/Bench';
import { Dial } from './frame/Dial';
import { Header } from './frame/Header';
import { PartsList } from './frame/parts/PartsList';
import { Tray } from './frame/Tray';
import { useKeys } from './frame/use-keys';
import { CardPanel } from './panel/CardPanel';
import { SheetView } from './sheet/SheetView';
import { keepAsCopy, loadAhead, openDesign, takeTheirs } from './state/actions';
import { ApiError } from './state/api';
import { quiet } from './state/history';
import { set, useEditor } from './state/store';
import { studioEngine } from './state/studio';
import { sync } from './state/sync';

// The design is on its way while the page is still being brought to life.
if (typeof window !== 'undefined') {
  const id = /^\/designs\/([\w-]+)$/.exec(window.location.pathname)?.[1];
  if (id) loadAhead(id);
}

// Dialogs come once the sheet is shown.
const parts = {
  keys: () => import('./dialogs/KeysSheet').then((m) => m.KeysSheet),
  search: () => import('./dialogs/CommandSearch').then((m) => m.CommandSearch),
  export: () => import('./dialogs/ExportDialog').then((m) => m.ExportDialog),
  palette: () => import('./dialogs/PaletteDialog').then((m) => m.PaletteDialog),
  face: () => import('./dialogs/FaceDialog').then((m) => m.FaceDialog),
} as const;
const dialogs = {
  keys: dynamic(parts.keys),
  search: dynamic(parts.search),
  export: dynamic(parts.export),
  palette: dynamic(parts.palette),
  face: dynamic(parts.face),
} as const;

function OpenDialog() {
  const dialog = useEditor((s) => s.dialog);
  if (dialog === 'none') return null;
  const Dialog = dialogs[dialog];
  return <Dialog />;
}

function SaveBar() {
  const save = useEditor((s) => s.save);
  const message = useEditor((s) => s.saveMessage);
  const router = useRouter();
  if (save !== 'conflict' && save !== 'waiting' && save !== 'refused') return null;
  return (
    <Box
      role="alert"
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 2,
        px: 3,
        py: 1,
        bgcolor: 'paper.sunk',
        borderBottom: 1,
        borderColor: 'divider',
      }}
    >
      <Box sx={{ flex: 1 }}>{message}</Box>
      {save === 'conflict' && (
        <>
          <Button
            variant="outlined"
            onClick={() => void keepAsCopy().then((id) => router.push(`/designs/${id}`))}
          >
            Keep mine as a design of its own
          </Button>
          <Button variant="outlined" onClick={() => void takeTheirs()}>
            Show what is stored
          </Button>
        </>
      )}
      {save === 'refused' && (
        <Button variant="outlined" onClick={() => void takeTheirs()}>
          Show what is stored
        </Button>
      )}
    </Box>
  );
}

function Notice() {
  const notice = useEditor((s) => s.notice);
  return (
    <Snackbar
      open={notice !== ''}
      autoHideDuration={3500}
      onClose={() => set({ notice: '' })}
      message={notice}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'center' }}
      sx={{ mb: 30 }}
    />
  );
}

/** The editor of one design. */
export function EditorPage({ id }: { id: string }) {
  const [state, setState] = useState<'opening' | 'open' | { fault: string }>('opening');
  const folded = useEditor((s) => s.folded);
  const stage = useEditor((s) => s.stage);
  useKeys();

  useEffect(() => {
    let live = true;
    setState('opening');
    openDesign(id).then(
      () => live && setState('open'),
      (e: unknown) => live && setState({ fault: e instanceof ApiError ? e.message : String(e) }),
    );
    const look = () => void sync.look();
    window.addEventListener('focus', look);
    const leave = (e: BeforeUnloadEvent) => {
      if (!sync.clean) e.preventDefault();
    };
    window.addEventListener('beforeunload', leave);
    return () => {
      live = false;
      window.removeEventListener('focus', look);
      window.removeEventListener('beforeunload', leave);
    };
  }, [id]);

  useEffect(() => {
    if (state !== 'open') return;
    void studioEngine()
      .board.settled()
      .then(() => Promise.all(Object.values(parts).map((load) => load())));
    Object.assign(window, {
      compassSettled: () => quiet().then(() => studioEngine().board.settled()),
      compassFresh: () => studioEngine().board.fresh(),
    });
  }, [state]);

  if (typeof state === 'object')
    return (
      <Box
        component="main"
        sx={{ display: 'grid', placeContent: 'center', height: '100vh', gap: 3, justifyItems: 'center' }}
      >
        <Box role="alert">{state.fault}</Box>
        <Button variant="outlined" href="/">
          All designs
        </Button>
      </Box>
    );
  return (
    <Box
      component="main"
      data-stage={stage}
      sx={{
        display: 'flex',
        flexDirection: 'column',
        height: '100vh',
        overflow: 'hidden',
        // What changes in one of them leaves what was painted of the others as it is.
        '& :is(header, nav, aside, section, [role="toolbar"])': { isolation: 'isolate' },
      }}
    >
      <Header />
      <Tray />
      <SaveBar />
      {state === 'opening' && <LinearProgress aria-label="Opening" />}
      <Box sx={{ display: 'flex', flex: 1, minHeight: 0 }}>
        {!folded.parts && <PartsList />}
        <SheetView />
        {!folded.card && <CardPanel />}
      </Box>
      {!folded.bench && <Bench />}
      <OpenDialog />
      <Dial />
      <Notice />
    </Box>
  );
}
