'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { useRouter } from 'next/navigation';
import type { ReactNode } from 'react';
import { saveFile } from '../dialogs/save-file';
import { keepAsCopy, keepAside, takeTheirs } from '../state/actions';
import { copyReport } from '../state/copy-report';
import { reportDefect } from '../state/defects';
import { restartEngine, stopWork } from '../state/revive';
import { set, useEditor } from '../state/store';
import { sync } from '../state/sync';

/** A line across the window that says what stands in the way, and what can be done about it. */
function Bar({ message, children }: { message: string; children?: ReactNode }) {
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
      <Box sx={{ flex: 1, minWidth: 0, maxHeight: 60, overflowY: 'auto' }}>{message}</Box>
      {children}
    </Box>
  );
}

function Choice({ word, onChoose }: { word: string; onChoose(): unknown }) {
  const choose = () => {
    Promise.resolve().then(onChoose).catch(reportDefect);
  };
  return (
    <Button variant="outlined" onClick={choose} sx={{ flexShrink: 0 }}>
      {word}
    </Button>
  );
}

function SaveBar() {
  const save = useEditor((s) => s.save);
  const message = useEditor((s) => s.saveMessage);
  const router = useRouter();
  if (save === 'waiting') return <Bar message={message} />;
  if (save !== 'conflict') return null;
  return (
    <Bar message={message}>
      <Choice
        word="Keep mine as a design of its own"
        onChoose={() => keepAsCopy().then((id) => router.push(`/designs/${id}`))}
      />
      <Choice word="Show what is stored" onChoose={takeTheirs} />
    </Bar>
  );
}

/** Work that could not be stored, the oldest first: it stays until it is said what becomes of it. */
function AsideBar() {
  const aside = useEditor((s) => s.asides.at(0));
  const more = useEditor((s) => s.asides.length - 1);
  const router = useRouter();
  if (!aside) return null;
  const { design } = aside;
  const rest = more > 0 ? ` (${more} more)` : '';
  return (
    <Bar
      message={`“${aside.label}” could not be stored and was set aside, with the whole design as it was${rest}. ${aside.message}`}
    >
      <Choice
        word="Keep it as a design of its own"
        onChoose={() => keepAside(aside).then((id) => id && router.push(`/designs/${id}`))}
      />
      <Choice
        word="Save it as a file"
        onChoose={() =>
          saveFile(
            new Blob([JSON.stringify(design, null, 1)], { type: 'application/json' }),
            `${design.name}.json`,
          )
        }
      />
      <Choice word="Let it go" onChoose={() => sync.letGo(aside.id)} />
    </Bar>
  );
}

/** What went wrong in this program, with a report to copy. */
function DefectBar() {
  const defect = useEditor((s) => s.defect);
  if (!defect) return null;
  return (
    <Bar message="Something went wrong in this program. Your work is kept; if it looks wrong, load the page again.">
      <Choice word="Copy the report" onChoose={copyReport} />
      <Choice word="Go on" onChoose={() => set({ defect: '' })} />
    </Bar>
  );
}

/** Work that takes long: it is shown, and can be stopped. */
function WorkBar() {
  const work = useEditor((s) => s.work);
  if (work === 'slow')
    return (
      <Box sx={{ position: 'absolute', left: 0, right: 0, top: 0, zIndex: 5 }}>
        <LinearProgress aria-label="Working" />
      </Box>
    );
  if (work === 'long')
    return (
      <Bar message="This takes long to work out.">
        <Choice word="Stop, and take the last change back" onChoose={stopWork} />
      </Bar>
    );
  if (work === 'ended')
    return (
      <Bar message="The drawing program has ended again and again on this design. Your work is kept.">
        <Choice word="Take the last change back" onChoose={stopWork} />
        <Choice word="Start it again" onChoose={restartEngine} />
      </Bar>
    );
  return null;
}

/** All that may stand in the way of the work, above the sheet. */
export function Bars() {
  return (
    <>
      <SaveBar />
      <AsideBar />
      <DefectBar />
      <WorkBar />
    </>
  );
}
