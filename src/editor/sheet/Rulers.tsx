'use client';

import Box from '@mui/material/Box';
import { useTheme } from '@mui/material/styles';
import { useRef } from 'react';
import { fromSheetUnits, makeId, toSheetUnits } from '@/core';
import { changeSheet } from '../state/actions';
import { set, useEditor } from '../state/store';
import { pressGuide } from './guide-press';
import { roundingHere } from './view';

/** A round step of 1, 2 or 5 times a power of ten that is at least `least`. */
function roundStep(least: number): number {
  const power = 10 ** Math.floor(Math.log10(least));
  return [1, 2, 5, 10].map((k) => k * power).find((s) => s >= least) ?? least;
}

function Ruler({ axis }: { axis: 'x' | 'y' }) {
  const view = useEditor((s) => s.view);
  const size = useEditor((s) => s.viewSize);
  const unit = useEditor((s) => s.design?.sheets.find((h) => h.id === s.sheetId)?.unit ?? 'px');
  const all = useEditor((s) => s.design?.sheets.find((h) => h.id === s.sheetId)?.guides);
  const guides = all?.filter((g) => g.axis === axis && !g.slant) ?? [];
  const theme = useTheme();
  const dragging = useRef(false);
  const along = axis === 'x' ? size.width : size.height;
  const start = axis === 'x' ? view.x : view.y;
  const step = toSheetUnits(roundStep(fromSheetUnits(64 / view.zoom, unit)), unit);
  const first = Math.floor(-start / view.zoom / step);
  const last = Math.ceil((along - start) / view.zoom / step);
  // Before a sheet is open there is nothing to measure.
  const count = all ? Math.max(0, last - first + 1) : 0;
  const marks = Array.from({ length: count }, (_, i) => (first + i) * step);
  const across = axis === 'x' ? 'y' : 'x';

  const placeAt = (e: React.PointerEvent) => {
    const sheet = document.querySelector('[data-testid="sheet"]')?.getBoundingClientRect();
    if (!sheet) return null;
    const p = axis === 'x' ? e.clientY - sheet.top : e.clientX - sheet.left;
    if (p < 0) return null;
    const grain = roundingHere();
    return Math.round((p - (axis === 'x' ? view.y : view.x)) / view.zoom / grain) * grain;
  };

  return (
    <Box
      aria-hidden
      onPointerDown={(e) => {
        dragging.current = true;
        e.currentTarget.setPointerCapture(e.pointerId);
      }}
      onPointerMove={(e) => {
        if (!dragging.current) return;
        const at = placeAt(e);
        set(
          at === null
            ? { hits: [], readout: '' }
            : {
                hits: [{ axis: across, at, what: 'new guide', from: -1e5, to: 1e5, shift: 0 }],
                readout: String(at),
              },
        );
      }}
      onPointerUp={(e) => {
        dragging.current = false;
        const at = placeAt(e);
        set({ hits: [], readout: '' });
        if (at !== null)
          changeSheet('New guide', (s) => ({
            ...s,
            guides: [...s.guides, { id: makeId(), axis: across, at }],
          }));
      }}
      sx={{
        gridArea: axis === 'x' ? '1 / 2' : '2 / 1',
        overflow: 'hidden',
        // A press here selects no text: what is selected would be dragged off by the next press on the sheet.
        userSelect: 'none',
        bgcolor: 'paper.sunk',
        borderBottom: axis === 'x' ? 1 : 0,
        borderRight: axis === 'y' ? 1 : 0,
        borderColor: 'divider',
        cursor: axis === 'x' ? 'row-resize' : 'col-resize',
        color: 'text.secondary',
      }}
      title={`Drag a guide from here`}
    >
      <svg width="100%" height="100%" style={{ display: 'block' }} aria-hidden="true">
        {marks.map((m) => {
          const p = Math.round(start + m * view.zoom) + 0.5;
          const label = String(Number(fromSheetUnits(m, unit).toFixed(3)));
          const line = axis === 'x' ? { x1: p, x2: p, y1: 12, y2: 20 } : { y1: p, y2: p, x1: 12, x2: 20 };
          return (
            <g key={m}>
              <line {...line} stroke="currentColor" strokeOpacity={0.6} />
              <text
                fontSize={9.5}
                fill="currentColor"
                fontFamily={theme.typography.fontFamily}
                x={axis === 'x' ? p + 3 : 0}
                y={axis === 'x' ? 10 : 0}
                transform={axis === 'y' ? `translate(3 ${p + 3}) rotate(90)` : undefined}
              >
                {label}
              </text>
            </g>
          );
        })}
        {guides.map((g) => {
          const p = start + g.at * view.zoom;
          // A pointer at the foot of the ruler, on the guide.
          const d = axis === 'x' ? `M${p} 20l-5 -7h10Z` : `M20 ${p}l-7 -5v10Z`;
          return (
            <path
              key={g.id}
              d={d}
              data-testid={`guide-mark-${g.id}`}
              fill={g.locked ? 'none' : (theme.vars?.palette.primary.main ?? theme.palette.primary.main)}
              stroke={theme.vars?.palette.primary.main ?? theme.palette.primary.main}
              style={{ cursor: g.locked ? 'default' : axis === 'x' ? 'col-resize' : 'row-resize' }}
              onPointerDown={(e) => {
                e.stopPropagation();
                if (!g.locked) pressGuide(e, g);
              }}
            >
              <title>{g.locked ? 'A locked guide' : 'Drag the guide; press twice to type its place'}</title>
            </path>
          );
        })}
      </svg>
    </Box>
  );
}

/** Rulers along the top and the left; guides are dragged out of them. */
export function Rulers() {
  return (
    <>
      <Box
        sx={{
          gridArea: '1 / 1',
          bgcolor: 'paper.sunk',
          borderRight: 1,
          borderBottom: 1,
          borderColor: 'divider',
        }}
      />
      <Ruler axis="x" />
      <Ruler axis="y" />
    </>
  );
}
