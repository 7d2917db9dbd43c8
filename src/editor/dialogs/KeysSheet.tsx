'use client';

import Box from '@mui/material/Box';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { commands } from '../frame/commands';
import { set } from '../state/store';

const pointerKeys: readonly (readonly [string, string])[] = [
  ['Space and drag, two fingers', 'Move the sheet'],
  ['Wheel, pinch', 'Zoom at the pointer'],
  ['Shift + wheel', 'Move the sheet to the side'],
  ['Shift', 'Keep sides equal, or to 45°, or to one axis'],
  ['Alt', 'From the centre; drag off a copy'],
  ['Ctrl while dragging', 'No snapping'],
  ['Digits while dragging', 'Exact numbers'],
  ['Its key once more', 'Next kind of a tool'],
  ['Right button', 'Dial; drag to a command and let go'],
  ['Arrows', 'Nudge by 1; with Shift by 10'],
  ['Escape', 'Leave a tool, a group, a choice'],
  ['Enter', 'End a path'],
  ['Tab while typing', 'Arrows move letters, or part the two at the caret'],
];

/** All keys on one sheet. */
export function KeysSheet() {
  const groups = [...new Set(commands.map((c) => c.group))];
  return (
    <Dialog open onClose={() => set({ dialog: 'none' })} maxWidth="lg" aria-labelledby="keys-title">
      <DialogTitle id="keys-title">Keys</DialogTitle>
      <DialogContent tabIndex={0} sx={{ columns: { xs: 1, sm: 3, md: 4 }, columnGap: 5 }}>
        {groups.map((g) => {
          const list = commands.filter((c) => c.group === g && c.keys);
          return list.length ? (
            <KeyGroup key={g} title={g} rows={list.map((c) => [c.keys ?? '', c.word] as const)} />
          ) : null;
        })}
        <KeyGroup title="With the pointer" rows={pointerKeys} />
      </DialogContent>
    </Dialog>
  );
}

function KeyGroup({ title, rows }: { title: string; rows: readonly (readonly [string, string])[] }) {
  return (
    <Box sx={{ breakInside: 'avoid', mb: 4 }}>
      <Box component="h3" sx={{ m: 0, mb: 1, fontSize: 13, color: 'primary.main' }}>
        {title}
      </Box>
      {rows.map(([keys, word]) => (
        <Box key={word} sx={{ display: 'flex', justifyContent: 'space-between', gap: 4, lineHeight: '22px' }}>
          <span>{word}</span>
          <Box component="kbd" sx={{ fontFamily: 'inherit', color: 'text.secondary', whiteSpace: 'nowrap' }}>
            {keys}
          </Box>
        </Box>
      ))}
    </Box>
  );
}
