'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { type PointerEvent, useRef, useState } from 'react';
import { colourAlong, formatHex, type Gradient, interpolations, parseHex, type Stop, spreads } from '@/core';
import { ChoiceField } from '../fields/ChoiceField';
import { ColourField } from '../fields/ColourField';
import { NumberField } from '../fields/NumberField';

/** CSS of a gradient's ramp, sampled so that every interpolation shows as it is drawn. */
function ramp(paint: Gradient): string {
  const stops = paint.stops.map((s) => ({ at: s.at, colour: parseHex(s.colour) }));
  const list = Array.from(
    { length: 33 },
    (_, i) => `${formatHex(colourAlong(stops, paint.interpolation, i / 32))} ${(i / 32) * 100}%`,
  );
  return `linear-gradient(to right, ${list.join(',')})`;
}

/** The stops of a gradient: press on the ramp to add one, drag one off to remove it. */
export function GradientEditor({ paint, onChange }: { paint: Gradient; onChange(paint: Gradient): void }) {
  const [chosen, setChosen] = useState(0);
  const [live, setLive] = useState<readonly Stop[] | null>(null);
  const bar = useRef<HTMLDivElement>(null);
  const drag = useRef<{ index: number; stops: readonly Stop[]; off: boolean } | null>(null);
  const stops = live ?? paint.stops;
  const index = Math.min(chosen, stops.length - 1);
  const stop = stops[index];

  const shareAt = (e: PointerEvent) => {
    const box = bar.current?.getBoundingClientRect();
    return box ? Math.min(1, Math.max(0, (e.clientX - box.left) / box.width)) : 0;
  };
  const withStop = (i: number, change: Partial<Stop>) =>
    paint.stops.map((s, k) => (k === i ? { ...s, ...change } : s));

  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <Box
        ref={bar}
        onPointerDown={(e) => {
          const at = shareAt(e);
          const colour = formatHex(
            colourAlong(
              paint.stops.map((s) => ({ at: s.at, colour: parseHex(s.colour) })),
              paint.interpolation,
              at,
            ),
          );
          setChosen(paint.stops.length);
          onChange({ ...paint, stops: [...paint.stops, { at: Number(at.toFixed(4)), colour }] });
        }}
        title="Press to add a stop"
        data-testid="gradient-ramp"
        sx={{
          height: 22,
          border: 1,
          borderColor: 'divider',
          borderRadius: 1,
          cursor: 'copy',
          background: ramp({ ...paint, stops }),
        }}
      />
      <Box sx={{ position: 'relative', height: 18, mx: '1px' }}>
        {stops.map((s, i) => (
          <Box
            key={i}
            component="button"
            type="button"
            aria-label={`Stop ${i + 1} at ${Math.round(s.at * 100)} %`}
            aria-pressed={i === index}
            onPointerDown={(e: PointerEvent<HTMLButtonElement>) => {
              setChosen(i);
              e.currentTarget.setPointerCapture(e.pointerId);
              drag.current = { index: i, stops: paint.stops, off: false };
            }}
            onPointerMove={(e: PointerEvent<HTMLButtonElement>) => {
              const d = drag.current;
              if (!d) return;
              const box = bar.current?.getBoundingClientRect();
              d.off = !!box && Math.abs(e.clientY - box.bottom) > 48 && paint.stops.length > 1;
              setLive(
                d.off
                  ? d.stops.filter((_, k) => k !== i)
                  : withStop(i, { at: Number(shareAt(e).toFixed(4)) }),
              );
            }}
            onPointerUp={() => {
              drag.current = null;
              if (live) onChange({ ...paint, stops: live });
              setLive(null);
            }}
            onKeyDown={(e) => {
              if (e.key === 'ArrowLeft' || e.key === 'ArrowRight') {
                e.preventDefault();
                e.stopPropagation();
                const at = Math.min(
                  1,
                  Math.max(0, s.at + (e.key === 'ArrowRight' ? 0.01 : -0.01) * (e.shiftKey ? 10 : 1)),
                );
                onChange({ ...paint, stops: withStop(i, { at: Number(at.toFixed(4)) }) });
              } else if ((e.key === 'Delete' || e.key === 'Backspace') && paint.stops.length > 1) {
                e.stopPropagation();
                onChange({ ...paint, stops: paint.stops.filter((_, k) => k !== i) });
              }
            }}
            sx={{
              position: 'absolute',
              left: `calc(${s.at * 100}% - 7px)`,
              top: 0,
              width: 14,
              height: 16,
              p: 0,
              cursor: 'ew-resize',
              touchAction: 'none',
              borderRadius: '2px 2px 7px 7px',
              border: 2,
              borderColor: i === index ? 'primary.main' : 'text.secondary',
              bgcolor: s.colour,
            }}
          />
        ))}
      </Box>
      {stop && (
        <>
          <ColourField
            label="Stop"
            value={stop.colour}
            onChange={(colour) => onChange({ ...paint, stops: withStop(index, { colour }) })}
          />
          <NumberField
            label="Position"
            value={stop.at * 100}
            min={0}
            max={100}
            suffix="%"
            onChange={(v) => onChange({ ...paint, stops: withStop(index, { at: v / 100 }) })}
          />
        </>
      )}
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button
          variant="outlined"
          onClick={() =>
            onChange({
              ...paint,
              stops: paint.stops.map((s) => ({ ...s, at: Number((1 - s.at).toFixed(4)) })),
            })
          }
        >
          Reverse
        </Button>
        <Button
          variant="outlined"
          disabled={paint.stops.length < 2}
          onClick={() => onChange({ ...paint, stops: paint.stops.filter((_, k) => k !== index) })}
        >
          Remove stop
        </Button>
      </Box>
      <ChoiceField
        label="Mixes in"
        value={paint.interpolation}
        options={interpolations}
        onChange={(v) => onChange({ ...paint, interpolation: v as Gradient['interpolation'] })}
      />
      <ChoiceField
        label="Beyond its ends"
        value={paint.spread}
        options={spreads}
        onChange={(v) => onChange({ ...paint, spread: v as Gradient['spread'] })}
      />
    </Box>
  );
}
