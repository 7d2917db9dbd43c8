import { converter } from 'culori';
import { describe, expect, it } from 'vitest';
import { colourDifference } from '@/core/colour/difference';
import type { Triple } from '@/core/colour/spaces';

const rgb = converter('rgb');

/** Pairs in CIELAB and how far apart they are (Sharma, Wu and Dalal 2005, table 1; those that sRGB has, from memory). */
const published: readonly (readonly [Triple, Triple, number])[] = [
  [[50, 2.5, 0], [50, 0, -2.5], 4.3065],
  [[50, 2.5, 0], [73, 25, -18], 27.1492],
  [[50, 2.5, 0], [61, -5, 29], 22.8977],
  [[50, 2.5, 0], [56, -27, -3], 31.903],
  [[50, 2.5, 0], [58, 24, 15], 19.4535],
  [[60.2574, -34.0099, 36.2677], [60.4626, -34.1751, 39.4387], 1.2644],
  [[63.0109, -31.0961, -5.8663], [62.8187, -29.7946, -4.0864], 1.263],
  [[35.0831, -44.1164, 3.7933], [35.0232, -40.0716, 1.5901], 1.8645],
  [[22.7233, 20.0904, -46.694], [23.0331, 14.973, -42.5619], 2.0373],
  [[90.8027, -2.0831, 1.441], [91.1528, -1.6435, 0.0447], 1.4441],
];

const srgb = ([l, a, b]: Triple): Triple => {
  const c = rgb({ mode: 'lab65', l, a, b });
  return [c.r, c.g, c.b];
};

describe('the difference of two colours', () => {
  it.each(published)('of %j and %j is as published', (a, b, difference) => {
    expect(colourDifference(srgb(a), srgb(b))).toBeCloseTo(difference, 3);
  });

  it('is none of a colour to itself, and 100 of black to white', () => {
    expect(colourDifference([0.2, 0.4, 0.6], [0.2, 0.4, 0.6])).toBe(0);
    expect(colourDifference([0, 0, 0], [1, 1, 1])).toBeCloseTo(100, 3);
  });
});
