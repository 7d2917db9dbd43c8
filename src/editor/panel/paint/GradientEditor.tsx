'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import dynamic from 'next/dynamic';
import { type PointerEvent, useRef, useState } from 'react';
import { formatHex, type Gradient, interpolations, parseHex, rampOf, type Stop, spreads } from '@/core';
import { ChoiceField } from '../../fields/ChoiceField';
import { ColourField } from '../../fields/colour/ColourField';
import { NumberField } from '../../fields/NumberField';
import { SwitchField } from '../../fields/SwitchField';
import { set, useEditor } from '../../state/store';

const LightnessChart = dynamic(() => import('./LightnessChart').then((m) => m.LightnessChart));

/** CSS of a gradient's ramp, sampled so that every interpolation shows as it is drawn. */
function rampCss(paint: Gradient): string {
  const ramp = rampOf(paint);
  const list = Array.from({ length: 49 }, (_, i) => `${ramp(i / 48)} ${(i / 48) * 100}%`);
  return `linear-gradient(to right, ${list.join(',')})`;
}

const tidy = (v: number) => Number(v.toFixed(4));
const unit = (v: number) => Math.min(1, Math.max(0, v));

/** The stops turned end for end, their midpoints with them. */
export function reversed(stops: readonly Stop[]): Stop[] {
  const sorted = [...stops].sort((a, b) => a.at - b.at);
  return sorted
    .map((s, i): Stop => {
      const before = sorted[i - 1];
      const mid = before?.mid === undefined ? {} : { mid: tidy(1 - before.mid) };
      return { at: tidy(1 - s.at), colour: s.colour, ...mid };
    })
    .reverse();
}

/** The stops at even distances, their order kept. */
export function spacedEvenly(stops: readonly Stop[]): Stop[] {
  const sorted = [...stops].sort((a, b) => a.at - b.at);
  return sorted.map((s, i) => ({ ...s, at: sorted.length > 1 ? tidy(i / (sorted.length - 1)) : 0 }));
}

/** Half way to the next stop, or to the one before for the last. */
function besideStop(stops: readonly Stop[], index: number): number {
  const own = stops[index].at;
  const others = stops.map((s) => s.at);
  const next = Math.min(...others.filter((v) => v > own));
  const before = Math.max(...others.filter((v) => v < own));
  if (Number.isFinite(next)) return tidy((own + next) / 2);
  return Number.isFinite(before) ? tidy((own + before) / 2) : own;
}

const opacityOf = (hex: string) => Math.round(parseHex(hex)[3] * 100);

function withOpacity(hex: string, share: number): string {
  const [r, g, b] = parseHex(hex);
  return formatHex([r, g, b, share]);
}

/** Quarter of a turn about the middle of the gradient's line. */
function turned(paint: Gradient): Gradient {
  const about =
    paint.kind === 'linear' ? [(paint.x1 + paint.x2) / 2, (paint.y1 + paint.y2) / 2] : [paint.x1, paint.y1];
  const turn = (x: number, y: number) => [tidy(about[0] - (y - about[1])), tidy(about[1] + (x - about[0]))];
  const [x1, y1] = turn(paint.x1, paint.y1);
  const [x2, y2] = turn(paint.x2, paint.y2);
  return { ...paint, x1, y1, x2, y2 };
}

/** The stops of a gradient: press on the ramp to add one, drag one off to remove it. */
export function GradientEditor({
  paint,
  address,
  onChange,
}: {
  paint: Gradient;
  /** Where the paint stands in the part. */
  address: string;
  onChange(paint: Gradient): void;
}) {
  // A stop pressed on the sheet is the one at hand here too.
  const grip = useEditor((s) => s.grips.find((g) => g.startsWith('stop-')));
  const chosen = grip ? Number(grip.slice(5)) : 0;
  const setChosen = (i: number) => set({ grips: [`stop-${i}`] });
  const [charted, setCharted] = useState(false);
  // From its start to its end as they stand on the sheet.
  const length = useEditor((s) => {
    const [a, b] = ['start', 'end'].map((id) => s.report?.handles.find((h) => h.id === id));
    return a && b ? Math.hypot(b.x - a.x, b.y - a.y) : 0;
  });
  const [live, setLive] = useState<readonly Stop[] | null>(null);
  const bar = useRef<HTMLDivElement>(null);
  const drag = useRef<{ index: number; stops: readonly Stop[]; off: boolean } | null>(null);
  const stops = live ?? paint.stops;
  const index = Math.min(chosen, stops.length - 1);
  const stop = stops[index];
  const ramp = rampOf({ ...paint, stops });
  const colours = Array.from({ length: 257 }, (_, i) => ramp(i / 256));

  const shareAt = (e: PointerEvent) => {
    const box = bar.current?.getBoundingClientRect();
    return box ? unit((e.clientX - box.left) / box.width) : 0;
  };
  const put = (list: readonly Stop[]) => onChange({ ...paint, stops: list });
  const withStop = (i: number, change: Partial<Stop>) =>
    paint.stops.map((s, k) => (k === i ? { ...s, ...change } : s));
  const add = (at: number, colour: string) => {
    setChosen(paint.stops.length);
    put([...paint.stops, { at: tidy(at), colour }]);
  };
  const last = stop && stop.at >= Math.max(...stops.map((s) => s.at));

  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <Box
        ref={bar}
        onPointerDown={(e) => {
          const at = shareAt(e);
          add(at, rampOf(paint)(at));
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
              setLive(d.off ? d.stops.filter((_, k) => k !== i) : withStop(i, { at: tidy(shareAt(e)) }));
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
                put(withStop(i, { at: tidy(unit(s.at + by)) }));
              } else if ((e.key === 'Delete' || e.key === 'Backspace') && paint.stops.length > 1) {
                e.stopPropagation();
                put(paint.stops.filter((_, k) => k !== i));
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
            address={`${address}/stops/${index}/colour`}
            onChange={(colour) => put(withStop(index, { colour }))}
          />
          <NumberField
            label="Position"
            value={stop.at * 100}
            min={0}
            max={100}
            suffix="%"
            onChange={(v) => put(withStop(index, { at: v / 100 }))}
          />
          <NumberField
            label="Stop’s opacity"
            value={opacityOf(stop.colour)}
            min={0}
            max={100}
            suffix="%"
            onChange={(v) => put(withStop(index, { colour: withOpacity(stop.colour, v / 100) }))}
          />
          {!last && (
            <NumberField
              label="Midpoint after it"
              value={(stop.mid ?? 0.5) * 100}
              min={2}
              max={98}
              suffix="%"
              onChange={(v) => put(withStop(index, { mid: v / 100 }))}
            />
          )}
        </>
      )}
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
        <Button variant="outlined" onClick={() => put(reversed(paint.stops))}>
          Reverse
        </Button>
        <Button variant="outlined" onClick={() => onChange(turned(paint))}>
          Quarter turn
        </Button>
        <Button variant="outlined" onClick={() => put(spacedEvenly(paint.stops))}>
          Space evenly
        </Button>
        <Button
          variant="outlined"
          disabled={!stop}
          onClick={() => stop && add(besideStop(paint.stops, index), stop.colour)}
        >
          Double stop
        </Button>
        <Button
          variant="outlined"
          disabled={paint.stops.length < 2}
          onClick={() => put(paint.stops.filter((_, k) => k !== index))}
          sx={{ gridColumn: '1 / -1' }}
        >
          Remove stop
        </Button>
      </Box>
      <SwitchField label="Show lightness" value={charted} onChange={setCharted} />
      {charted && <LightnessChart colours={colours} length={length} />}
      <ChoiceField
        label="Mixes in"
        value={paint.interpolation}
        options={interpolations}
        onChange={(v) => onChange({ ...paint, interpolation: v as Gradient['interpolation'] })}
      />
      {paint.kind !== 'conic' && (
        <ChoiceField
          label="Beyond its ends"
          value={paint.spread}
          options={spreads}
          onChange={(v) => onChange({ ...paint, spread: v as Gradient['spread'] })}
        />
      )}
    </Box>
  );
}
