'use client';

import { styled } from '@mui/material/styles';

/** The number of a comment on its place; paler once it was seen to. */
export const Pin = styled('button', {
  shouldForwardProp: (p) => p !== 'at' && p !== 'draft' && p !== 'done',
})<{
  at?: boolean;
  draft?: boolean;
  done?: boolean;
}>(({ theme, at, draft, done }) => ({
  width: 26,
  height: 26,
  padding: 0,
  borderRadius: '50% 50% 50% 3px',
  border: '2px solid #fffdf8',
  boxShadow: '0 1px 4px rgb(0 0 0 / 45%)',
  font: 'inherit',
  fontSize: 12,
  fontWeight: 600,
  fontVariantNumeric: 'tabular-nums',
  cursor: draft ? 'default' : 'pointer',
  color: '#fffdf8',
  backgroundColor: draft ? theme.vars?.palette.madder.main : done ? '#6b7681' : '#855a14',
  outline: at ? `3px solid ${theme.vars?.palette.madder.main}` : 'none',
  outlineOffset: 1,
  '&:focus-visible': { outline: `3px solid ${theme.vars?.palette.text.primary}` },
}));
