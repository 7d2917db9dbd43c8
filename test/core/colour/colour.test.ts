import Color from 'colorjs.io';
import { converter } from 'culori';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatHex, isHex, parseHex } from '@/core/colour/colour';
import { colourAlong, gradientTable } from '@/core/colour/gradient';
import {
  contrast,
  fromHsl,
  fromLinear,
  fromOklab,
  type Triple,
  toHsl,
  toLinear,
  toOklab,
} from '@/core/colour/spaces';

const channel = fc.double({ min: 0, max: 1, noNaN: true });
const colour = fc.tuple(channel, channel, channel);

const close = (a: readonly number[], b: readonly number[], tolerance: number) =>
  a.forEach((v, i) => {
    expect(Math.abs(v - b[i])).toBeLessThan(tolerance);
  });

describe('colour spaces', () => {
  it('agree with culori and colorjs.io to 1e-4', () => {
    const [linear, oklab, hsl] = [converter('lrgb'), converter('oklab'), converter('hsl')];
    fc.assert(
      fc.property(colour, ([r, g, b]) => {
        const c = { mode: 'rgb', r, g, b } as const;
        const l = linear(c);
        close(toLinear([r, g, b]), [l.r, l.g, l.b], 1e-4);
        const o = oklab(c);
        close(toOklab([r, g, b]), [o.l, o.a, o.b], 1e-4);
        close(toOklab([r, g, b]), new Color('srgb', [r, g, b]).to('oklab').coords as number[], 1e-4);
        const h = hsl(c);
        // Near grey and near white its saturation runs to infinity.
        if (Math.max(r, g, b) - Math.min(r, g, b) > 1e-3) {
          const [hue, ...rest] = toHsl([r, g, b]);
          close(rest, [h.s, h.l], 1e-3);
          expect(Math.abs(Math.sin(((hue - (h.h ?? 0)) * Math.PI) / 360))).toBeLessThan(1e-5);
        }
      }),
    );
  });

  it('come back from every space', () => {
    fc.assert(
      fc.property(colour, (c) => {
        close(fromOklab(toOklab(c)), c, 1e-5);
        close(fromLinear(toLinear(c)), c, 1e-9);
        close(fromHsl(toHsl(c)), c, 1e-9);
      }),
    );
  });

  it('hold for the published pairs of OKLab (Ottosson 2020, from XYZ white; values from memory)', () => {
    close(toOklab([1, 1, 1]), [1, 0, 0], 1e-4);
    close(toOklab([1, 0, 0]), [0.62796, 0.22486, 0.12585], 1e-4);
    close(toOklab([0, 0, 1]), [0.45201, -0.03246, -0.31153], 1e-4);
  });

  it('give the contrast of WCAG 2: #777 on #fff is 4.48', () => {
    const rgb = (hex: string): Triple => [parseHex(hex)[0], parseHex(hex)[1], parseHex(hex)[2]];
    expect(contrast(rgb('#777'), rgb('#fff'))).toBeCloseTo(4.48, 2);
    expect(contrast(rgb('#000'), rgb('#fff'))).toBe(21);
  });
});

describe('hex colours', () => {
  it('are read with 3, 4, 6 and 8 digits and written back', () => {
    expect(formatHex(parseHex('#abc'))).toBe('#aabbcc');
    expect(formatHex(parseHex('#abc8'))).toBe('#aabbcc88');
    expect(formatHex(parseHex('#9A6B1F'))).toBe('#9a6b1f');
    for (const bad of ['abc', '#ab', '#abcde', '#ggg', '', 'red']) {
      expect(isHex(bad)).toBe(false);
      expect(() => parseHex(bad)).toThrow(RangeError);
    }
  });
});

describe('gradients', () => {
  const stops = [
    { at: 0.8, colour: [0, 0, 1, 1] as const },
    { at: 0.2, colour: [1, 0, 0, 0.5] as const },
  ];

  it('hold their end colours beyond the outer stops, in whatever order the stops stand', () => {
    expect(colourAlong(stops, 'oklab', 0)).toEqual([1, 0, 0, 0.5]);
    expect(colourAlong(stops, 'oklab', 1)).toEqual([0, 0, 1, 1]);
  });

  it('mix in the space they say', () => {
    close(colourAlong(stops, 'srgb', 0.5), [0.5, 0, 0.5, 0.75], 1e-12);
    // Half of the light, encoded again: 0.735 (CSS Color 4, section 12.3).
    close(colourAlong(stops, 'linear', 0.5), [0.7354, 0, 0.7354, 0.75], 1e-4);
  });

  it('become tables of premultiplied colours', () => {
    const table = gradientTable(stops, 'srgb', 11);
    close([...table.slice(0, 4)], [0.5, 0, 0, 0.5], 1e-7);
    close([...table.slice(40, 44)], [0, 0, 1, 1], 1e-7);
  });
});
