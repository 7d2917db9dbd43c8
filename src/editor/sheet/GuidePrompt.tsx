'use client';

import Box from '@mui/material/Box';
import { useEffect, useRef } from 'react';
import { units } from '@/core';
import { NumberField } from '../fields/NumberField';
import { changeSheet } from '../state/actions';
import { set, useEditor } from '../state/store';

/** Asks for the number of a guide where it was pressed twice. */
export function GuidePrompt() {
  const asked = useEditor((s) => s.guideAsked);
  const sheet = useEditor((s) => s.design?.sheets.find((h) => h.id === s.sheetId));
  const box = useRef<HTMLDivElement>(null);
  const guide = asked && sheet?.guides.find((g) => g.id === asked.id);
  useEffect(() => {
    if (asked) box.current?.querySelector('input')?.focus();
  }, [asked]);
  if (!asked || !guide || !sheet) return null;
  const k = units[sheet.unit];
  const close = () => set({ guideAsked: null });
  return (
    <Box
      ref={box}
      role="dialog"
      aria-label="Place of the guide"
      onPointerDown={(e) => e.stopPropagation()}
      onKeyDown={(e) => (e.key === 'Escape' || e.key === 'Enter') && close()}
      onBlur={(e) => !e.currentTarget.contains(e.relatedTarget) && close()}
      sx={{
        position: 'absolute',
        left: asked.at.x,
        top: asked.at.y,
        width: 210,
        px: 2,
        py: 1,
        borderRadius: 1,
        border: 1,
        borderColor: 'divider',
        bgcolor: 'background.paper',
      }}
    >
      <NumberField
        label={guide.axis === 'x' ? 'Upright at' : 'Level at'}
        suffix={sheet.unit}
        value={guide.at / k}
        min={-1e6}
        max={1e6}
        onChange={(v) =>
          changeSheet('Guide', (s) => ({
            ...s,
            guides: s.guides.map((g) => (g.id === guide.id ? { ...g, at: v * k } : g)),
          }))
        }
      />
    </Box>
  );
}
