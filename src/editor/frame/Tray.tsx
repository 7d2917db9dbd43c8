'use client';

import Box from '@mui/material/Box';
import ListItemIcon from '@mui/material/ListItemIcon';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { styled } from '@mui/material/styles';
import { ChevronDown } from 'lucide-react';
import { useState } from 'react';
import { useEditor } from '../state/store';
import { handTool } from '../tools';
import { homeRow, pressPlace, stages } from './stages';
import type { Tool } from './tool';

const Place = styled('div')<{ held: boolean }>(({ theme, held }) => ({
  display: 'flex',
  height: 30,
  border: `1px solid ${held ? theme.vars?.palette.primary.main : 'transparent'}`,
  borderRadius: 3,
  backgroundColor: held ? theme.vars?.palette.background.paper : 'transparent',
  '&:hover': { backgroundColor: theme.vars?.palette.background.paper },
  '& button': {
    display: 'flex',
    alignItems: 'center',
    gap: 4,
    padding: '0 6px',
    border: 0,
    background: 'transparent',
    color: 'inherit',
    font: 'inherit',
    cursor: 'pointer',
    whiteSpace: 'nowrap',
  },
}));

const Key = styled('span')(({ theme }) => ({
  fontSize: 10.5,
  color: theme.vars?.palette.text.secondary,
  border: `1px solid ${theme.vars?.palette.divider}`,
  borderRadius: 2,
  padding: '0 3px',
  lineHeight: '13px',
}));

function TrayPlace({ tool, letter, onPress }: { tool: Tool; letter: string; onPress(): void }) {
  const inHand = useEditor((s) => s.tool.id);
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const shown = tool.kin?.find((t) => t.hand?.id === inHand) ?? tool;
  const held = shown.hand?.id === inHand;
  return (
    <Place held={held}>
      <button
        type="button"
        aria-pressed={shown.hand ? held : undefined}
        aria-keyshortcuts={letter}
        title={shown.about}
        onClick={() => (shown === tool ? onPress() : shown.act())}
      >
        <shown.icon size={16} strokeWidth={1.5} aria-hidden />
        {shown.word}
        <Key aria-hidden>{letter}</Key>
      </button>
      {tool.kin && (
        <>
          <button
            type="button"
            aria-label={`More like ${tool.word}`}
            aria-haspopup="menu"
            onClick={(e) => setAnchor(e.currentTarget)}
            style={{ paddingLeft: 0 }}
          >
            <ChevronDown size={13} strokeWidth={1.5} aria-hidden />
          </button>
          <Menu open={Boolean(anchor)} anchorEl={anchor} onClose={() => setAnchor(null)}>
            {tool.kin.map((t) => (
              <MenuItem
                key={t.id}
                selected={t.hand?.id === inHand}
                title={t.about}
                onClick={() => {
                  setAnchor(null);
                  t.act();
                }}
              >
                <ListItemIcon>
                  <t.icon size={16} strokeWidth={1.5} aria-hidden />
                </ListItemIcon>
                {t.word}
              </MenuItem>
            ))}
          </Menu>
        </>
      )}
    </Place>
  );
}

/** The tools of the stage at hand, each with its key. */
export function Tray() {
  const stage = useEditor((s) => s.stage);
  const tool = useEditor((s) => s.tool);
  const plane = useEditor((s) => {
    const grid = s.design?.sheets.find((h) => h.id === s.sheetId)?.grid;
    return grid?.kind === 'angled' && grid.plane !== 'flat' ? `On the ${grid.plane} plane. ` : '';
  });
  const tools = stages.find((s) => s.number === stage)?.tools ?? [];
  return (
    <Box
      role="toolbar"
      aria-label="Tray"
      sx={{
        height: 40,
        flexShrink: 0,
        display: 'flex',
        alignItems: 'center',
        gap: '2px',
        px: 2,
        borderBottom: 1,
        borderColor: 'divider',
        bgcolor: 'paper.sunk',
        overflowX: 'auto',
      }}
    >
      {tools.map((t, i) => (
        <TrayPlace key={t.id} tool={t} letter={homeRow[i]} onPress={() => void pressPlace(stage, i)} />
      ))}
      <Box
        sx={{
          ml: 'auto',
          pl: 3,
          color: 'text.secondary',
          whiteSpace: 'nowrap',
          overflow: 'hidden',
          textOverflow: 'ellipsis',
        }}
      >
        {stage === 1 || !tool.rests ? `${plane}${handTool(tool).hint}` : ''}
      </Box>
    </Box>
  );
}
