'use client';

import Box from '@mui/material/Box';
import { useTheme } from '@mui/material/styles';
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import {
  type CurvePoints,
  monotoneCurve,
  mostCurvePoints,
  pointAdded,
  pointMoved,
  pointRemoved,
} from '@/core';
import { beginLive, endLive } from '../state/history';
import { NumberField } from './NumberField';
import { FieldLabel } from './row';
import { steady } from './steady';

export interface CurveFieldProps {
  readonly label: string;
  readonly value: CurvePoints;
  onChange(v: CurvePoints): void;
}

/** Places that the curve is drawn through. */
const steps = 96;
/** How near a press has to be to a point to take it, as a share of the field’s width. */
const near = 0.05;

function Curve({ label, value, onChange }: CurveFieldProps) {
  const [at, setAt] = useState(0);
  const held = useRef<number | null>(null);
  const { vars } = useTheme();
  const count = value.length / 2;
  const chosen = Math.min(at, count - 1);
  const { heightAt } = monotoneCurve(value);
  const line = Array.from({ length: steps + 1 }, (_, k) => {
    const place = k / steps;
    return `${(100 * place).toFixed(2)},${(100 * (1 - heightAt(place))).toFixed(2)}`;
  }).join(' ');

  const placeOf = (e: PointerEvent<HTMLElement>) => {
    const box = e.currentTarget.getBoundingClientRect();
    return {
      x: (e.clientX - box.left) / box.width,
      y: 1 - (e.clientY - box.top) / box.height,
      ratio: box.height / box.width,
    };
  };
  const onPointerDown = (e: PointerEvent<HTMLElement>) => {
    const { x, y, ratio } = placeOf(e);
    e.currentTarget.setPointerCapture(e.pointerId);
    beginLive();
    const far = (i: number) => Math.hypot(value[2 * i] - x, (value[2 * i + 1] - y) * ratio);
    const nearest = Array.from({ length: count }, (_, i) => i).reduce((a, b) => (far(b) < far(a) ? b : a));
    if (far(nearest) <= near || count >= mostCurvePoints) {
      held.current = nearest;
      setAt(nearest);
      return;
    }
    // Elsewhere a press adds a point that is dragged on.
    const added = pointAdded(value, x, y);
    if (!added) return;
    held.current = added.at;
    setAt(added.at);
    onChange(added.points);
  };
  const onPointerMove = (e: PointerEvent<HTMLElement>) => {
    if (held.current === null) return;
    const { x, y } = placeOf(e);
    onChange(pointMoved(value, held.current, x, y));
  };
  const inner = chosen > 0 && chosen < count - 1;
  const onKeyDown = (e: KeyboardEvent) => {
    const step = e.shiftKey ? 0.1 : 0.01;
    const by = { ArrowUp: [0, step], ArrowDown: [0, -step], ArrowLeft: [-step, 0], ArrowRight: [step, 0] }[
      e.key
    ];
    if (by) onChange(pointMoved(value, chosen, value[2 * chosen] + by[0], value[2 * chosen + 1] + by[1]));
    else if (e.key === 'Delete' || e.key === 'Backspace') onChange(pointRemoved(value, chosen));
    else if (e.key === 'PageDown' || e.key === 'PageUp')
      setAt(Math.min(count - 1, Math.max(0, chosen + (e.key === 'PageDown' ? 1 : -1))));
    else return;
    e.preventDefault();
    e.stopPropagation();
  };
  const place = Math.round(1000 * value[2 * chosen]) / 10;
  const height = Math.round(1000 * value[2 * chosen + 1]) / 10;

  return (
    <Box sx={{ my: 0.5 }}>
      <FieldLabel>{label}</FieldLabel>
      <Box
        role="slider"
        tabIndex={0}
        aria-label={label}
        aria-valuenow={height}
        aria-valuetext={`Point ${chosen + 1} of ${count}: height ${height} % at ${place} %`}
        title="Press to add a point, drag to move it, Delete takes it out"
        onPointerDown={onPointerDown}
        onPointerMove={onPointerMove}
        onLostPointerCapture={() => {
          held.current = null;
          void endLive();
        }}
        onKeyDown={onKeyDown}
        sx={{
          position: 'relative',
          height: 112,
          mx: 0.75,
          my: 1,
          bgcolor: 'paper.sunk',
          cursor: 'crosshair',
          touchAction: 'none',
          outlineOffset: 6,
        }}
      >
        <svg
          aria-hidden="true"
          viewBox="0 0 100 100"
          preserveAspectRatio="none"
          style={{ position: 'absolute', inset: 0, width: '100%', height: '100%', overflow: 'visible' }}
        >
          <path
            d="M0 0H100V100H0ZM25 0V100M50 0V100M75 0V100M0 50H100"
            fill="none"
            stroke={vars?.palette.divider}
            vectorEffect="non-scaling-stroke"
          />
          <polyline
            points={line}
            fill="none"
            stroke={vars?.palette.primary.main}
            strokeWidth={2}
            vectorEffect="non-scaling-stroke"
          />
        </svg>
        {Array.from({ length: count }, (_, i) => (
          <Box
            key={i}
            aria-hidden
            sx={{
              position: 'absolute',
              left: `calc(${100 * value[2 * i]}% - 5px)`,
              top: `calc(${100 * (1 - value[2 * i + 1])}% - 5px)`,
              width: 10,
              height: 10,
              borderRadius: '50%',
              border: 2,
              borderColor: 'primary.main',
              bgcolor: i === chosen ? 'primary.main' : 'background.paper',
              pointerEvents: 'none',
            }}
          />
        ))}
      </Box>
      <NumberField
        label="Height of the point"
        value={height}
        min={0}
        max={100}
        suffix="%"
        onChange={(v) => onChange(pointMoved(value, chosen, value[2 * chosen], v / 100))}
      />
      {inner && (
        <NumberField
          label="Place of the point"
          value={place}
          min={0}
          max={100}
          suffix="%"
          onChange={(v) => onChange(pointMoved(value, chosen, v / 100, value[2 * chosen + 1]))}
        />
      )}
    </Box>
  );
}

/** A curve over 0–1 as a picture of it whose points are dragged. */
export const CurveField = steady<CurvePoints, CurveFieldProps>(Curve);
