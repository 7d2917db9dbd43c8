'use client';

import Box from '@mui/material/Box';
import { styled } from '@mui/material/styles';
import { Plus } from 'lucide-react';
import { addSheet, openSheet } from '../state/actions';
import { useEditor } from '../state/store';

const Tab = styled('button')(({ theme }) => ({
  border: 0,
  background: 'none',
  font: 'inherit',
  fontSize: 12,
  padding: '0 8px',
  height: 26,
  flexShrink: 0,
  maxWidth: 110,
  overflow: 'hidden',
  textOverflow: 'ellipsis',
  whiteSpace: 'nowrap',
  cursor: 'pointer',
  color: theme.vars?.palette.text.secondary,
  borderBottom: '2px solid transparent',
  '&[aria-current=true]': {
    color: theme.vars?.palette.text.primary,
    fontWeight: 600,
    borderBottomColor: theme.vars?.palette.primary.main,
  },
}));

/** The sheets of the design. */
export function SheetTabs() {
  const sheets = useEditor((s) => s.design?.sheets);
  const at = useEditor((s) => s.sheetId);
  return (
    <Box
      component="nav"
      aria-label="Sheets"
      sx={{
        display: 'flex',
        alignItems: 'center',
        px: 1,
        overflowX: 'auto',
        borderBottom: 1,
        borderColor: 'divider',
      }}
    >
      {sheets?.map((s) => (
        <Tab key={s.id} type="button" aria-current={s.id === at} onClick={() => void openSheet(s.id)}>
          {s.name}
        </Tab>
      ))}
      <Tab type="button" aria-label="Add a sheet" onClick={() => void addSheet()}>
        <Plus size={14} aria-hidden style={{ display: 'block' }} />
      </Tab>
    </Box>
  );
}
