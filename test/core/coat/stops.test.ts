import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  evenStops,
  rampOf,
  reversedStops,
  type Stop,
  withAlpha,
  withoutStop,
  withStop,
  withStopTwice,
} from '@/core';

const stops = fc.array(
  fc.record({
    at: fc.integer({ min: 0, max: 100 }).map((v) => v / 100),
    colour: fc.integer({ min: 0, max: 0xffffff }).map((v) => `#${v.toString(16).padStart(6, '0')}`),
    mid: fc.option(
      fc.integer({ min: 10, max: 90 }).map((v) => v / 100),
      { nil: undefined },
    ),
  }),
  { minLength: 1, maxLength: 6 },
) as fc.Arbitrary<Stop[]>;

/** Stops no two of which stand on one place: there the order they are listed in decides. */
const apart = stops.filter((l) => new Set(l.map((s) => s.at)).size === l.length);
const ramp = (list: readonly Stop[]) => rampOf({ stops: list, interpolation: 'srgb' });
const channels = (hex: string) => [1, 3, 5].map((i) => Number.parseInt(hex.slice(i, i + 2), 16));

describe('stops', () => {
  it('reversed run the other way, and twice reversed as before', () => {
    fc.assert(
      fc.property(apart, fc.integer({ min: 0, max: 64 }), (list, k) => {
        const there = channels(ramp(list)(k / 64));
        const back = channels(ramp(reversedStops(reversedStops(list)))(k / 64));
        expect(Math.max(...there.map((v, i) => Math.abs(v - back[i])))).toBeLessThanOrEqual(1);
        // A midpoint turned round is that of the other end only where it is in the middle.
        const even = list.map(({ at, colour }) => ({ at, colour }));
        const mirror = channels(ramp(reversedStops(even))(1 - k / 64));
        const own = channels(ramp(even)(k / 64));
        expect(Math.max(...own.map((v, i) => Math.abs(v - mirror[i])))).toBeLessThanOrEqual(1);
      }),
    );
  });

  it('evenly spaced keep their order and stand from 0 to 1', () => {
    fc.assert(
      fc.property(stops, (list) => {
        const even = evenStops(list);
        const order = [...list].sort((a, b) => a.at - b.at).map((s) => s.colour);
        expect(even.map((s) => s.colour)).toEqual(order);
        even.forEach((s, i) => {
          expect(s.at).toBeCloseTo(list.length > 1 ? i / (list.length - 1) : 0, 3);
        });
      }),
    );
  });

  it('doubled stand half way to the next, the last half way back; one of them always stays', () => {
    const list: Stop[] = [
      { at: 0, colour: '#000000' },
      { at: 0.4, colour: '#808080' },
      { at: 1, colour: '#ffffff' },
    ];
    expect(withStopTwice(list, 1).at(-1)).toEqual({ at: 0.7, colour: '#808080' });
    expect(withStopTwice(list, 2).at(-1)).toEqual({ at: 0.7, colour: '#ffffff' });
    expect(withStopTwice([list[1]], 0)).toHaveLength(2);
    expect(withStop(list, 7, '#ff0000').at(-1)?.at).toBe(1);
    expect(withoutStop(list, 0)).toHaveLength(2);
    expect(withoutStop([list[0]], 0)).toHaveLength(1);
    expect(withAlpha('#9a6b1f', 0.5)).toBe('#9a6b1f80');
  });
});
