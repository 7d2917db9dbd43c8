import Color from 'colorjs.io';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  contrast,
  harmonyOf,
  hexOfOklch,
  inGamut,
  parseHex,
  profileOf,
  profileWarnings,
  readColour,
  toOklch,
} from '@/core';

/** Pieces of colours in any order. */
const broken = fc
  .array(
    fc.constantFrom(
      'rgb(',
      'oklch(',
      'hsl(',
      '/',
      '0',
      '.5',
      '50%',
      'none',
      'deg',
      ' ',
      ',',
      ')',
      'e',
      '-',
      '#f',
    ),
    {
      maxLength: 9,
    },
  )
  .map((list) => list.join(''));

describe('colours as text', () => {
  it('are read as CSS Color 4 has them, as colorjs.io reads them', () => {
    for (const text of [
      'rebeccapurple',
      'rgb(154, 107, 31)',
      'rgb(60% 42% 12% / 50%)',
      'hsl(37 66% 36%)',
      'hwb(37 12% 40%)',
      'oklch(56.4% 0.107 74.5)',
      'oklab(0.5 0.1 -0.05)',
      'lab(48% 12 45)',
      'lch(48% 46 75)',
      'color(srgb 0.6 0.42 0.12)',
      'color(srgb-linear 0.32 0.15 0.014)',
    ]) {
      const wanted = new Color(text).to('srgb');
      const got = parseHex(readColour(text)?.hex ?? '#000');
      wanted.coords.forEach((v, i) => {
        expect(Math.abs(got[i] - (v ?? 0)), text).toBeLessThan(0.5 / 255 + 1e-3);
      });
      expect(Math.abs(got[3] - (wanted.alpha ?? 1))).toBeLessThan(0.5 / 255 + 1e-3);
    }
  });

  it('are read without their signs too: hex, or three numbers', () => {
    expect(readColour('9A6B1F')?.hex).toBe('#9a6b1f');
    expect(readColour('154 107 31')?.hex).toBe('#9a6b1f');
    expect(readColour('154, 107, 31, 0.5')?.hex).toBe('#9a6b1f80');
    for (const text of ['brown-ish', '', '300 0 0', 'rgb(', '#12345', 'rgb(1 2 3 / 50px)', '/0d'])
      expect(readColour(text)).toBeNull();
  });

  it('that sRGB does not hold keep lightness and hue and say that they were cut', () => {
    const read = readColour('oklch(70% 0.4 150)');
    expect(read?.clipped).toBe(true);
    const got = toOklch(parseHex(read?.hex ?? '#000'));
    expect(Math.abs(got.l - 0.7)).toBeLessThan(0.01);
    expect(Math.abs(got.h - 150)).toBeLessThan(1.5);
  });

  it('of any bytes never throw', () => {
    fc.assert(
      fc.property(fc.oneof(fc.string({ maxLength: 40 }), broken), (text) => {
        const read = readColour(text);
        if (read) expect(read.hex).toMatch(/^#[0-9a-f]{6}([0-9a-f]{2})?$/);
      }),
    );
  });
});

describe('colours beside each other', () => {
  it('have WCAG’s contrast: #777 on white is 4.48, black on white 21', () => {
    expect(contrast(parseHex('#777777'), parseHex('#ffffff'))).toBeCloseTo(4.48, 2);
    expect(contrast(parseHex('#000000'), parseHex('#ffffff'))).toBeCloseTo(21, 9);
    // Half clear black on white shows as the grey between.
    expect(contrast([0, 0, 0, 0.5], [1, 1, 1, 1])).toBeCloseTo(contrast([0.5, 0.5, 0.5, 1], [1, 1, 1, 1]), 9);
  });

  it('go together by hue: same lightness, turned by what is asked', () => {
    const own = toOklch(parseHex('#8a6a50'));
    for (const [harmony, turns] of [
      ['opposite', [180]],
      ['thirds', [120, 240]],
    ] as const)
      harmonyOf('#8a6a50', harmony).forEach((hex, i) => {
        const got = toOklch(parseHex(hex));
        expect(Math.abs(got.l - own.l)).toBeLessThan(0.01);
        expect(Math.abs(((got.h - own.h - turns[i] + 540) % 360) - 180)).toBeLessThan(3);
      });
  });

  it('in gamut are their own hex, and out of it the nearest chroma', () => {
    expect(hexOfOklch(toOklch(parseHex('#2f6f7a')))).toBe('#2f6f7a');
    expect(inGamut({ l: 0.7, c: 0.4, h: 150 })).toBe(false);
  });
});

describe('a lightness profile', () => {
  it('tells lightness and chroma in order, and warns of white ends and bands', () => {
    const points = profileOf(['#000000', '#9a6b1f', '#ffffff']);
    expect(points.map((p) => p.at)).toEqual([0, 0.5, 1]);
    expect(points.map((p) => Math.round(p.lightness * 100))).toEqual([0, 56, 100]);
    expect(profileWarnings(['#9a6b1f', '#ffffff'], 100)[0]).toMatch(/white/);
    const slow = Array.from({ length: 257 }, (_, i) => (i < 128 ? '#808080' : '#868686'));
    expect(profileWarnings(slow, 2000)[0]).toMatch(/bands/);
    expect(profileWarnings(['#203040', '#405060'], 100)).toEqual([]);
  });
});
