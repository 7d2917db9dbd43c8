import { styled } from '@mui/material/styles';

/** What is pressed to choose a line of a list: it looks like its words, and is as wide as there is room. */
export const LineButton = styled('button')({
  flex: 1,
  minWidth: 0,
  border: 0,
  padding: 0,
  backgroundColor: 'transparent',
  font: 'inherit',
  textAlign: 'left',
  cursor: 'pointer',
});

/** Words on one line, cut off where there is no room. */
export const cutOff = { overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' } as const;
