'use client';

import Box from '@mui/material/Box';
import Dialog from '@mui/material/Dialog';
import InputBase from '@mui/material/InputBase';
import { useMemo, useState } from 'react';
import { commands } from '../frame/commands';
import { findCommands, foundBy } from '../frame/search';
import { set } from '../state/store';

/** Finds every command and tool by word. */
export function CommandSearch() {
  const [text, setText] = useState('');
  const [at, setAt] = useState(0);
  const found = useMemo(() => findCommands(commands, text).slice(0, 12), [text]);
  const close = () => set({ dialog: 'none' });
  const act = (i: number) => {
    const command = found[i];
    close();
    command?.act();
  };
  return (
    <Dialog
      open
      onClose={close}
      maxWidth="xs"
      fullWidth
      aria-label="Find a command"
      sx={{ '& .MuiDialog-container': { alignItems: 'flex-start', pt: 16 } }}
    >
      <InputBase
        autoFocus
        placeholder="What do you want to do?"
        value={text}
        onChange={(e) => {
          setText(e.target.value);
          setAt(0);
        }}
        onKeyDown={(e) => {
          if (e.key === 'ArrowDown') setAt((i) => Math.min(found.length - 1, i + 1));
          else if (e.key === 'ArrowUp') setAt((i) => Math.max(0, i - 1));
          else if (e.key === 'Enter') act(at);
          else return;
          e.preventDefault();
        }}
        inputProps={{
          'aria-label': 'Find a command',
          role: 'combobox',
          'aria-expanded': true,
          'aria-controls': 'found-commands',
          'aria-activedescendant': found[at] ? `found-${found[at].id}` : undefined,
        }}
        sx={{ px: 3, py: 2, fontSize: 15, borderBottom: 1, borderColor: 'divider' }}
      />
      <Box id="found-commands" role="listbox" aria-label="Commands" sx={{ py: 1 }}>
        {found.map((c, i) => (
          <Box
            key={c.id}
            id={`found-${c.id}`}
            role="option"
            aria-selected={i === at}
            title={c.about}
            onPointerEnter={() => setAt(i)}
            onClick={() => act(i)}
            sx={{
              display: 'flex',
              justifyContent: 'space-between',
              px: 3,
              py: 1,
              cursor: 'pointer',
              bgcolor: i === at ? 'action.selected' : 'transparent',
            }}
          >
            <span>
              {c.word}
              <Box component="span" sx={{ color: 'text.secondary', ml: 2 }}>
                {[foundBy(c, text), c.group].filter(Boolean).join(' · ')}
              </Box>
            </span>
            <Box component="kbd" sx={{ fontFamily: 'inherit', color: 'text.secondary' }}>
              {c.keys}
            </Box>
          </Box>
        ))}
        {!found.length && (
          <Box sx={{ px: 3, py: 1, color: 'text.secondary' }}>No command has these words.</Box>
        )}
      </Box>
    </Dialog>
  );
}
