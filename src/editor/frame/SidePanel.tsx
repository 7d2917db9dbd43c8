import Box from '@mui/material/Box';
import type { ReactNode } from 'react';

/** A panel beside the sheet, parted from it by a rule. */
export function SidePanel({
  side,
  width,
  label,
  testId,
  component = 'aside',
  children,
}: {
  side: 'left' | 'right';
  /** CSS pixels. */
  width: number;
  label: string;
  testId?: string;
  component?: 'aside' | 'nav';
  children: ReactNode;
}) {
  return (
    <Box
      component={component}
      aria-label={label}
      data-testid={testId}
      sx={{
        width,
        flexShrink: 0,
        minHeight: 0,
        display: 'flex',
        flexDirection: 'column',
        [side === 'left' ? 'borderRight' : 'borderLeft']: 1,
        borderColor: 'divider',
        bgcolor: 'background.paper',
      }}
    >
      {children}
    </Box>
  );
}

/** What of a panel scrolls. */
export const scrolls = { flex: 1, minHeight: 0, overflowY: 'auto' } as const;
