'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { type BendPin, pinNumbers, pinsFrom, usualRadius } from '@/core';
import { layDown, takeTool } from '../state/actions';
import { usePaced } from '../state/paced';
import { set } from '../state/store';
import { addPins } from '../tools/add-pins';
import { chosenOf } from './chosen-grips';
import { NumberField } from './NumberField';
import { SwitchField } from './SwitchField';

/** Where a pin stands and where it goes, by the sides of what is bent. */
const places = [
  ['x', 'Stands at x'],
  ['y', 'Stands at y'],
  ['toX', 'Goes to x'],
  ['toY', 'Goes to y'],
] as const;

/** A pin with one of its places changed; one that stays goes along with where it stands. */
function placed(p: BendPin, name: (typeof places)[number][0], v: number): Partial<BendPin> {
  if (name === 'x') return p.toX === p.x ? { x: v, toX: v } : { x: v };
  if (name === 'y') return p.toY === p.y ? { y: v, toY: v } : { y: v };
  return { [name]: v };
}

/** The bend pins of a step: how those that are chosen on the sheet turn and scale, and what they hold. */
export function PinsField({ value, onChange }: { value: readonly number[]; onChange(v: number[]): void }) {
  const grips = usePaced((s) => s.grips);
  const adding = usePaced((s) => s.tool === addPins);
  const pins = pinsFrom(value);
  const chosen = chosenOf(grips, 'pin', pins.length);
  const first = chosen.length ? pins[chosen[0]] : null;
  const put = (change: (p: BendPin) => Partial<BendPin>) =>
    onChange(pinNumbers(pins.map((p, i) => (chosen.includes(i) ? { ...p, ...change(p) } : p))));
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <Button
        variant={adding ? 'contained' : 'outlined'}
        onClick={() => (adding ? layDown() : takeTool(addPins))}
      >
        Add pins
      </Button>
      {first ? (
        <>
          <Box sx={{ color: 'text.secondary' }}>
            {chosen.length > 1 ? `${chosen.length} pins` : `Pin ${chosen[0] + 1} of ${pins.length}`}
          </Box>
          {chosen.length === 1 &&
            places.map(([name, label]) => (
              <NumberField
                key={name}
                label={label}
                value={first[name] * 100}
                min={-1e6}
                max={1e6}
                suffix="%"
                onChange={(v) => put((p) => placed(p, name, v / 100))}
              />
            ))}
          <NumberField
            label="Radius"
            value={first.radius * 100}
            min={0}
            max={200}
            suffix="%"
            onChange={(v) => put(() => ({ radius: v / 100 }))}
          />
          <NumberField
            label="Turn"
            value={first.turn}
            min={-3600}
            max={3600}
            suffix="°"
            onChange={(turn) => put((p) => ({ turn, turns: true, radius: p.radius || usualRadius }))}
          />
          <NumberField
            label="Size"
            value={first.scale * 100}
            min={1}
            max={10000}
            suffix="%"
            onChange={(v) => put((p) => ({ scale: v / 100, turns: true, radius: p.radius || usualRadius }))}
          />
          <SwitchField
            label="Turn is its own"
            value={first.turns}
            onChange={(turns) =>
              put((p) => ({ turns, turn: turns ? p.turn : 0, radius: p.radius || usualRadius }))
            }
          />
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
            <Button
              variant="outlined"
              onClick={() => put((p) => ({ toX: p.x, toY: p.y, turn: 0, scale: 1 }))}
            >
              Back in place
            </Button>
            <Button
              variant="outlined"
              onClick={() => {
                set({ grips: [] });
                onChange(pinNumbers(pins.filter((_, i) => !chosen.includes(i))));
              }}
            >
              Remove
            </Button>
          </Box>
        </>
      ) : (
        <Box sx={{ color: 'text.secondary' }}>
          {pins.length ? 'Press a pin on the sheet to turn, scale or remove it.' : 'There are no pins yet.'}
        </Box>
      )}
    </Box>
  );
}
