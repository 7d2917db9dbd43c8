'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useColorScheme } from '@mui/material/styles';
import Tooltip from '@mui/material/Tooltip';
import { Download, Keyboard, Moon, Redo2, Search, Sun, Undo2 } from 'lucide-react';
import Link from 'next/link';
import { useState } from 'react';
import { fitChosen, fitSheet, zoomTo } from '../sheet/view';
import { redo, undo } from '../state/history';
import { set, useEditor } from '../state/store';
import { openStage, stages } from './stages';

/** The mark of the program: a needle in a ring. */
export function Mark() {
  return (
    <svg width="22" height="22" viewBox="0 0 32 32" aria-hidden="true">
      <circle cx="16" cy="16" r="13" fill="none" stroke="var(--sc-palette-primary-main)" strokeWidth="2.5" />
      <path d="M16 5l3.4 11L16 27l-3.4-11z" fill="var(--sc-palette-text-primary)" />
      <circle cx="16" cy="16" r="2" fill="var(--sc-palette-background-paper)" />
    </svg>
  );
}

const saveWords = {
  saved: 'saved',
  saving: 'saving …',
  waiting: 'kept here, not sent yet',
  conflict: 'changed elsewhere',
} as const;

const saveWord = (isOpen: boolean, aside: boolean, save: keyof typeof saveWords): string => {
  if (!isOpen) return 'opening';
  return aside ? 'not all saved' : saveWords[save];
};

function SaveWord() {
  const save = useEditor((s) => s.save);
  const isOpen = useEditor((s) => s.design !== null);
  // What was set aside is not in what is stored, whatever else is.
  const aside = useEditor((s) => s.asides.length > 0);
  return (
    <Box
      component="span"
      role="status"
      data-testid="save-state"
      sx={{
        color: !aside && (save === 'saved' || save === 'saving') ? 'text.secondary' : 'error.main',
        whiteSpace: 'nowrap',
      }}
    >
      {saveWord(isOpen, aside, save)}
    </Box>
  );
}

function ZoomMenu() {
  const zoom = useEditor((s) => s.view.zoom);
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const close = (work: () => void) => () => {
    setAnchor(null);
    work();
  };
  const percent = zoom * 100;
  return (
    <>
      <Button
        color="inherit"
        aria-label="Zoom"
        onClick={(e) => setAnchor(e.currentTarget)}
        sx={{ width: 62 }}
        data-testid="zoom"
      >
        {percent < 10 ? percent.toFixed(1) : Math.round(percent)} %
      </Button>
      <Menu open={Boolean(anchor)} anchorEl={anchor} onClose={() => setAnchor(null)}>
        <MenuItem onClick={close(fitSheet)}>Whole sheet</MenuItem>
        <MenuItem onClick={close(fitChosen)}>What is chosen</MenuItem>
        {[0.25, 0.5, 1, 2, 4].map((z) => (
          <MenuItem key={z} onClick={close(() => zoomTo(z))}>
            {z * 100} %
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}

export function ThemeButton() {
  const { mode, setMode } = useColorScheme();
  const night = mode === 'dark';
  const word = night ? 'Day' : 'Night';
  return (
    <Tooltip title={word}>
      <IconButton
        aria-label={`Switch to ${word.toLowerCase()}`}
        onClick={() => setMode(night ? 'light' : 'dark')}
      >
        {night ? <Sun size={16} /> : <Moon size={16} />}
      </IconButton>
    </Tooltip>
  );
}

/** The top row: mark, name, stages, zoom, undo and export. */
export function Header() {
  const name = useEditor((s) => s.design?.name ?? '');
  const stage = useEditor((s) => s.stage);
  const canUndo = useEditor((s) => s.undo.length > 0);
  const canRedo = useEditor((s) => s.redo.length > 0);
  return (
    <Box
      component="header"
      sx={{
        height: 44,
        flexShrink: 0,
        display: 'flex',
        alignItems: 'center',
        gap: 2,
        px: 2.5,
        borderBottom: 1,
        borderColor: 'divider',
        bgcolor: 'background.paper',
      }}
    >
      <Tooltip title="All designs">
        <Link href="/" aria-label="All designs" style={{ display: 'flex' }}>
          <Mark />
        </Link>
      </Tooltip>
      <Box sx={{ minWidth: 0, flex: '1 1 0', display: 'flex', alignItems: 'baseline', gap: 1.5 }}>
        <Box
          component="h1"
          sx={{
            m: 0,
            fontSize: 14,
            fontWeight: 600,
            overflow: 'hidden',
            textOverflow: 'ellipsis',
            whiteSpace: 'nowrap',
          }}
        >
          {name}
        </Box>
        <SaveWord />
      </Box>
      <Box component="nav" aria-label="Stages" sx={{ display: 'flex', gap: '2px', alignSelf: 'stretch' }}>
        {stages.map((s) => (
          <Box
            key={s.number}
            component="button"
            type="button"
            aria-pressed={stage === s.number}
            onClick={() => openStage(s.number)}
            sx={{
              border: 0,
              borderBottom: 2,
              borderColor: stage === s.number ? 'primary.main' : 'transparent',
              bgcolor: 'transparent',
              px: 2,
              cursor: 'pointer',
              fontWeight: stage === s.number ? 600 : 400,
              color: stage === s.number ? 'text.primary' : 'text.secondary',
            }}
          >
            <Box component="span" sx={{ fontSize: 11, mr: 1 }}>
              {s.number}
            </Box>
            {s.word}
          </Box>
        ))}
      </Box>
      <Box
        sx={{ flex: '1 1 0', display: 'flex', justifyContent: 'flex-end', alignItems: 'center', gap: '2px' }}
      >
        <ZoomMenu />
        <Tooltip title="Undo">
          <span>
            <IconButton aria-label="Undo" disabled={!canUndo} onClick={undo}>
              <Undo2 size={16} />
            </IconButton>
          </span>
        </Tooltip>
        <Tooltip title="Redo">
          <span>
            <IconButton aria-label="Redo" disabled={!canRedo} onClick={redo}>
              <Redo2 size={16} />
            </IconButton>
          </span>
        </Tooltip>
        <Tooltip title="Find a command (Ctrl K)">
          <IconButton aria-label="Find a command" onClick={() => set({ dialog: 'search' })}>
            <Search size={16} />
          </IconButton>
        </Tooltip>
        <Tooltip title="Keys (?)">
          <IconButton aria-label="Keys" onClick={() => set({ dialog: 'keys' })}>
            <Keyboard size={16} />
          </IconButton>
        </Tooltip>
        <ThemeButton />
        <Button
          variant="contained"
          startIcon={<Download size={14} />}
          onClick={() => set({ dialog: 'export' })}
          sx={{ ml: 1 }}
        >
          Export
        </Button>
      </Box>
    </Box>
  );
}
