'use client';

import { styled } from '@mui/material/styles';

/** A line over the top of the sheet that says where one is. */
export const SheetNote = styled('div')(({ theme }) => ({
  position: 'absolute',
  top: 10,
  left: '50%',
  transform: 'translateX(-50%)',
  maxWidth: '90%',
  display: 'flex',
  alignItems: 'center',
  gap: 8,
  padding: '4px 6px 4px 8px',
  borderRadius: 6,
  border: `1px solid ${theme.vars?.palette.divider}`,
  backgroundColor: theme.vars?.palette.background.paper,
  whiteSpace: 'nowrap',
}));
