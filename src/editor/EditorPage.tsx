'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Snackbar from '@mui/material/Snackbar';
import dynamic from 'next/dynamic';
import { useEffect, useState } from 'react';
import { Bench } from './bench/Bench';
import { Bars } from './frame/Bars';
import { Dial } from './frame/Dial';
import { Header } from './frame/Header';
import { PartsList } from './frame/parts/PartsList';
import { ReadingNotice } from './frame/ReadingNotice';
import { Tray } from './frame/Tray';
import { useClipboard } from './frame/use-clipboard';
import { useKeys } from './frame/use-keys';
import { CardPanel } from './panel/CardPanel';
import { SheetView } from './sheet/SheetView';
import { loadAhead, openDesign } from './state/actions';
import { ApiError, fileOf, lastPictureOf } from './state/api';
import { reportDefect } from './state/defects';
import { isUnderWay, keepNow } from './state/history';
import { answerProbe } from './state/probe';
import { proofStage, set, useEditor } from './state/store';
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
  export: () => import('./dialogs/export/ExportDialog').then((m) => m.ExportDialog),
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

// The wall comes when it is wanted, or once the sheet is shown.
const wall = {
  list: () => import('./proof/ProofList').then((m) => m.ProofList),
  panel: () => import('./proof/ProofPanel').then((m) => m.ProofPanel),
  wall: () => import('./proof/ProofWall').then((m) => m.ProofWall),
} as const;
const ProofList = dynamic(wall.list);
const ProofPanel = dynamic(wall.panel);
const ProofWall = dynamic(wall.wall);

function OpenDialog() {
  const dialog = useEditor((s) => s.dialog);
  if (dialog === 'none') return null;
  const Dialog = dialogs[dialog];
  return <Dialog />;
}

/** Milliseconds that a letter of a notice takes to be read (about 200 words a minute; common practice, no source). */
const readingTime = 60;

function Notice() {
  const notice = useEditor((s) => s.notice);
  return (
    <Snackbar
      open={notice !== ''}
      autoHideDuration={Math.max(3500, readingTime * notice.length)}
      onClose={() => set({ notice: '' })}
      message={notice}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'center' }}
      sx={{ mb: 30 }}
    />
  );
}

/** Listens to what happens to the window as a whole. Returns what ends that. */
function listen(): () => void {
  const ends = new AbortController();
  const { signal } = ends;
  window.addEventListener('focus', () => void sync.look(), { signal });
  window.addEventListener(
    'beforeunload',
    (e) => {
      if (!sync.clean || isUnderWay()) e.preventDefault();
    },
    { signal },
  );
  // What is typed or dragged at this moment is kept before the window may go.
  window.addEventListener('pagehide', keepNow, { signal });
  document.addEventListener('visibilitychange', () => document.hidden && keepNow(), { signal });
  window.addEventListener('error', (e) => e.error && reportDefect(e.error), { signal });
  window.addEventListener('unhandledrejection', (e) => reportDefect(e.reason), { signal });
  return () => ends.abort();
}

/** Why a design cannot be opened; with `unreadable`, because of what is stored. */
const faultOf = (e: unknown) => ({
  fault: e instanceof ApiError ? e.message : String(e),
  unreadable: e instanceof ApiError && e.status === 422,
});

/** The editor of one design; `picture` is the number of the change that its stored picture shows, null where there is none. */
export function EditorPage({ id, picture }: { id: string; picture: number | null }) {
  const [state, setState] = useState<'opening' | 'open' | { fault: string; unreadable: boolean }>('opening');
  const folded = useEditor((s) => s.folded);
  const stage = useEditor((s) => s.stage);
  const proofing = stage === proofStage;
  const empty = useEditor((s) => s.chosen.length !== 1);
  useKeys();
  useClipboard();

  useEffect(() => {
    let live = true;
    setState('opening');
    openDesign(id).then(
      () => live && setState('open'),
      (e: unknown) => live && setState(faultOf(e)),
    );
    const stop = listen();
    return () => {
      live = false;
      stop();
    };
  }, [id]);

  useEffect(() => {
    if (state !== 'open') return;
    studioEngine()
      .board.settled()
      .then(() => Promise.all([...Object.values(parts), ...Object.values(wall)].map((load) => load())))
      .catch(reportDefect);
    answerProbe();
  }, [state]);

  if (typeof state === 'object')
    return (
      <Box
        component="main"
        sx={{ display: 'grid', placeContent: 'center', height: '100vh', gap: 3, justifyItems: 'center' }}
      >
        <Box role="alert" sx={{ maxWidth: 620, px: 4, whiteSpace: 'pre-line', overflowWrap: 'anywhere' }}>
          {state.unreadable && <Box sx={{ fontWeight: 600, pb: 2 }}>This design cannot be read.</Box>}
          {state.fault}
        </Box>
        <Box sx={{ display: 'flex', gap: 2 }}>
          {state.unreadable && (
            <Button variant="contained" href={fileOf(id)}>
              Download its file
            </Button>
          )}
          <Button variant="outlined" href="/">
            All designs
          </Button>
        </Box>
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
      <Bars />
      {state === 'opening' && (
        // Over what is below it: nothing moves when it goes.
        <Box sx={{ position: 'relative', height: 0, zIndex: 1 }}>
          <LinearProgress aria-label="Opening" />
        </Box>
      )}
      <Box sx={{ display: 'flex', flex: 1, minHeight: 0 }}>
        {!folded.parts && (proofing ? <ProofList /> : <PartsList />)}
        {proofing ? (
          <ProofWall />
        ) : (
          <SheetView id={id} picture={picture === null ? null : lastPictureOf(id, picture)} />
        )}
        {!folded.card && (proofing ? <ProofPanel /> : <CardPanel />)}
      </Box>
      {!folded.bench && !(proofing && empty) && <Bench />}
      <OpenDialog />
      <Dial />
      <Notice />
      <ReadingNotice />
    </Box>
  );
}
