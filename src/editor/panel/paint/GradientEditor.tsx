'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import dynamic from 'next/dynamic';
import { type PointerEvent, useRef, useState } from 'react';
import {
  evenStops,
  type Gradient,
  interpolationWords,
  parseHex,
  rampOf,
  reversedStops,
  type Stop,
  spreadWords,
  withAlpha,
  withoutStop,
  withStop,
  withStopChanged,
  withStopTwice,
} from '@/core';
import type { CoatRef } from '@/core/edit';
import { ChoiceField } from '../../fields/ChoiceField';
import { ColourField } from '../../fields/colour/ColourField';
import { NumberField } from '../../fields/NumberField';
import { SwitchField } from '../../fields/SwitchField';
import { run } from '../../state/actions';
import { usePaced } from '../../state/paced';
import { set } from '../../state/store';

const LightnessChart = dynamic(() => import('./LightnessChart').then((m) => m.LightnessChart));

/** CSS of a gradient's ramp, sampled so that every interpolation shows as it is drawn. */
function rampCss(paint: Gradient): string {
  const ramp = rampOf(paint);
  const list = Array.from({ length: 49 }, (_, i) => `${ramp(i / 48)} ${(i / 48) * 100}%`);
  return `linear-gradient(to right, ${list.join(',')})`;
}

const unit = (v: number) => Math.min(1, Math.max(0, v));

/** Lightness and chroma along a gradient, its length as it stands on the sheet. */
function GradientChart({ paint }: { paint: Gradient }) {
  const length = usePaced((s) => {
    const [a, b] = ['start', 'end'].map((id) => s.report?.handles.find((h) => h.id === id));
    return a && b ? Math.hypot(b.x - a.x, b.y - a.y) : 0;
  });
  const ramp = rampOf(paint);
  return <LightnessChart colours={Array.from({ length: 257 }, (_, i) => ramp(i / 256))} length={length} />;
}

/** The stops of a gradient: press on the ramp to add one, drag one off to remove it. */
export function GradientEditor({
  paint,
  coat,
  onChange,
}: {
  paint: Gradient;
  coat: CoatRef;
  onChange(paint: Gradient): void;
}) {
  // A stop pressed on the sheet is the one at hand here too.
  const grip = usePaced((s) => s.grips.find((g) => g.startsWith('stop-')));
  const chosen = grip ? Number(grip.slice(5)) : 0;
  const setChosen = (i: number) => set({ grips: [`stop-${i}`] });
  const [charted, setCharted] = useState(false);
  const [live, setLive] = useState<readonly Stop[] | null>(null);
  const bar = useRef<HTMLDivElement>(null);
  const drag = useRef<{ index: number; stops: readonly Stop[]; off: boolean } | null>(null);
  const stops = live ?? paint.stops;
  const index = Math.min(chosen, stops.length - 1);
  const stop = stops[index];

  const shareAt = (e: PointerEvent) => {
    const box = bar.current?.getBoundingClientRect();
    return box ? unit((e.clientX - box.left) / box.width) : 0;
  };
  const put = (list: readonly Stop[]) => onChange({ ...paint, stops: list });
  const changed = (i: number, change: Partial<Stop>) => withStopChanged(paint.stops, i, change);
  const add = (list: readonly Stop[]) => {
    setChosen(list.length - 1);
    put(list);
  };
  const last = stop && stop.at >= Math.max(...stops.map((s) => s.at));

  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <Box
        ref={bar}
        onPointerDown={(e) => {
          const at = shareAt(e);
          add(withStop(paint.stops, at, rampOf(paint)(at)));
        }}
        title="Press to add a stop"
        data-testid="gradient-ramp"
        sx={{
          height: 22,
          border: 1,
          borderColor: 'divider',
          borderRadius: 1,
          cursor: 'copy',
          background: rampCss({ ...paint, stops }),
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
              setLive(d.off ? withoutStop(d.stops, i) : changed(i, { at: shareAt(e) }));
            }}
            onPointerUp={() => {
              drag.current = null;
              if (live) put(live);
              setLive(null);
            }}
            onKeyDown={(e) => {
              if (e.key === 'ArrowLeft' || e.key === 'ArrowRight') {
                e.preventDefault();
                e.stopPropagation();
                const by = (e.key === 'ArrowRight' ? 0.01 : -0.01) * (e.shiftKey ? 10 : 1);
                put(changed(i, { at: unit(s.at + by) }));
              } else if (e.key === 'Delete' || e.key === 'Backspace') {
                e.stopPropagation();
                put(withoutStop(paint.stops, i));
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
            address={`coats/${coat.coat}/paint/stops/${index}/colour`}
            onChange={(colour) => put(changed(index, { colour }))}
          />
          <NumberField
            label="Position"
            value={stop.at * 100}
            min={0}
            max={100}
            suffix="%"
            onChange={(v) => put(changed(index, { at: v / 100 }))}
          />
          <NumberField
            label="Stop’s opacity"
            value={Math.round(parseHex(stop.colour)[3] * 100)}
            min={0}
            max={100}
            suffix="%"
            onChange={(v) => put(changed(index, { colour: withAlpha(stop.colour, v / 100) }))}
          />
          {!last && (
            <NumberField
              label="Midpoint after it"
              value={(stop.mid ?? 0.5) * 100}
              min={2}
              max={98}
              suffix="%"
              onChange={(v) => put(changed(index, { mid: v / 100 }))}
            />
          )}
        </>
      )}
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
        <Button variant="outlined" onClick={() => put(reversedStops(paint.stops))}>
          Reverse
        </Button>
        <Button variant="outlined" onClick={() => void run('Turn gradient', { do: 'turn-gradient', coat })}>
          Quarter turn
        </Button>
        <Button variant="outlined" onClick={() => put(evenStops(paint.stops))}>
          Space evenly
        </Button>
        <Button variant="outlined" disabled={!stop} onClick={() => add(withStopTwice(paint.stops, index))}>
          Double stop
        </Button>
        <Button
          variant="outlined"
          disabled={paint.stops.length < 2}
          onClick={() => put(withoutStop(paint.stops, index))}
          sx={{ gridColumn: '1 / -1' }}
        >
          Remove stop
        </Button>
      </Box>
      <SwitchField label="Show lightness" value={charted} onChange={setCharted} />
      {charted && <GradientChart paint={{ ...paint, stops }} />}
      <ChoiceField
        label="Mixes in"
        value={paint.interpolation}
        options={interpolationWords}
        onChange={(v) => onChange({ ...paint, interpolation: v as Gradient['interpolation'] })}
      />
      {paint.kind !== 'conic' && (
        <ChoiceField
          label="Beyond its ends"
          value={paint.spread}
          options={spreadWords}
          onChange={(v) => onChange({ ...paint, spread: v as Gradient['spread'] })}
        />
      )}
    </Box>
  );
}
