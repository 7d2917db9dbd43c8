import { styled } from '@mui/material/styles';
import { type ComponentProps, createContext, useContext } from 'react';
import { flushSync } from 'react-dom';

/** Puts a text into a field as it is entered and selects it, before the first key can come. */
export function enterWith(field: HTMLInputElement, put: () => void): void {
  flushSync(put);
  field.select();
}

/** A label and its control, side by side; a fault in words goes below both. */
export const FieldRow = styled('div')<{ wide?: boolean }>(({ wide }) => ({
  display: 'grid',
  gridTemplateColumns: wide ? '64px minmax(0, 1fr)' : 'minmax(0, 1fr) 118px',
  alignItems: 'center',
  gap: 4,
  minHeight: 28,
}));

const Label = styled('label')(({ theme }) => ({
  color: theme.vars?.palette.text.secondary,
  overflow: 'hidden',
  textOverflow: 'ellipsis',
  whiteSpace: 'nowrap',
}));

/** One line on what a field does, for whoever rests on its label. */
export const About = createContext<string | undefined>(undefined);

export function FieldLabel(props: ComponentProps<typeof Label>) {
  return <Label title={useContext(About)} {...props} />;
}

/** A line to type in, with room for a unit after it. */
export const FieldBox = styled('div')(({ theme }) => ({
  display: 'flex',
  alignItems: 'center',
  gap: 2,
  height: 26,
  padding: '0 6px',
  border: `1px solid ${theme.vars?.palette.divider}`,
  borderRadius: 3,
  backgroundColor: theme.vars?.palette.background.paper,
  color: theme.vars?.palette.text.secondary,
  '&:focus-within': { outline: `2px solid ${theme.vars?.palette.primary.main}`, outlineOffset: -1 },
  '&:has([aria-invalid="true"])': { borderColor: theme.vars?.palette.error.main },
  '& input': {
    flex: 1,
    minWidth: 0,
    width: '100%',
    padding: 0,
    border: 0,
    outline: 'none',
    background: 'transparent',
    font: 'inherit',
    fontVariantNumeric: 'tabular-nums',
    color: theme.vars?.palette.text.primary,
  },
  '& input:disabled': { color: theme.vars?.palette.text.secondary },
}));

/** Says before a number that it follows a measure. */
export const Follows = styled('span')(({ theme }) => ({
  color: theme.vars?.palette.primary.main,
  fontWeight: 600,
}));

const Fault = styled('div')(({ theme }) => ({
  gridColumn: '1 / -1',
  color: theme.vars?.palette.error.main,
}));

/** What is wrong with what was typed, said aloud too. */
export function FieldFault({ id, children }: { id?: string; children: string }) {
  return children ? (
    <Fault id={id} role="alert">
      {children}
    </Fault>
  ) : null;
}
