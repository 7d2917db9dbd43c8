'use client';

import Box from '@mui/material/Box';
import { useEditor } from '../state/store';
import { homeRow, stages } from './tools';

const hints: Readonly<Record<string, string>> = {
  pick: 'Press to choose, drag to move. Alt-drag copies, double press goes inside.',
  path: 'Press for corners, drag for curves. Enter ends, the first node closes.',
  line: 'Drag a line. Shift keeps to 45°.',
};

/** The tools of the stage at hand, each with its key. */
export function Tray() {
  const stage = useEditor((s) => s.stage);
  const tool = useEditor((s) => s.tool);
  const tools = stages.find((s) => s.number === stage)?.tools ?? [];
  const hint = hints[tool] ?? 'Drag to draw. Shift keeps sides equal, Alt draws from the centre.';
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
      {tools.map((t, i) => {
        const held = t.hand && tool === t.id;
        return (
          <Box
            key={t.id}
            component="button"
            type="button"
            aria-pressed={t.hand ? held : undefined}
            aria-keyshortcuts={homeRow[i]}
            onClick={() => t.act()}
            sx={{
              display: 'flex',
              alignItems: 'center',
              gap: 1,
              height: 30,
              px: 1.75,
              border: 1,
              borderColor: held ? 'primary.main' : 'transparent',
              borderRadius: 1,
              bgcolor: held ? 'background.paper' : 'transparent',
              cursor: 'pointer',
              whiteSpace: 'nowrap',
              '&:hover': { bgcolor: 'background.paper' },
            }}
          >
            <t.icon size={16} strokeWidth={1.5} aria-hidden />
            {t.word}
            <Box
              component="span"
              aria-hidden
              sx={{
                fontSize: 10.5,
                color: 'text.secondary',
                border: 1,
                borderColor: 'divider',
                borderRadius: '2px',
                px: '3px',
                lineHeight: '13px',
              }}
            >
              {homeRow[i]}
            </Box>
          </Box>
        );
      })}
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
        {stage === 1 ? hint : ''}
      </Box>
    </Box>
  );
}
