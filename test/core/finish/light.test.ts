import { describe, expect, it } from 'vitest';
import { evaluate, evaluateSheet, finishes, makeFinish, origin, sceneToSvg } from '@/core';
import { pickParts } from '@/core/edit';
import { takeShippedFaces } from '../../faces';
import { designWith, half, pixels, shadow, shape } from './lit';

takeShippedFaces();

describe('light on the part', () => {
  it('a glow fades from the edge by the error function, and screens what lies under it', () => {
    const sigma = 6;
    const glow = makeFinish('glow', { colour: '#ffffff', softness: 2 * sigma, spread: 0, opacity: 1 });
    const at = pixels(shape([glow], {}, '#000000'), undefined, '#404040');
    for (const x of [30, 40, 46]) {
      const a = half(x + 0.5 - 50, sigma);
      const b = 64 / 255;
      expect(Math.abs(at(x, 100)[0] - (a + b - a * b))).toBeLessThan(1 / 255);
    }
  });

  it('an edge light lies along the edges that face the lamp, as wide as it is said to be', () => {
    const rim = makeFinish('edge-light', {
      colour: '#ffffff',
      width: 8,
      softness: 0.1,
      opacity: 1,
      blend: 'normal',
    });
    const at = pixels(shape([rim], {}, '#202020'), { direction: 270, height: 30 });
    expect(at(51, 100)[0]).toBeGreaterThan(0.99);
    expect(at(56, 100)[0]).toBeGreaterThan(0.99);
    expect(at(60, 100)[0]).toBeCloseTo(32 / 255, 2);
    for (const [x, y] of [
      [148, 100],
      [100, 51],
      [100, 148],
    ])
      expect(at(x, y)[0]).toBeCloseTo(32 / 255, 2);
    // Turned by a quarter, another side of the part faces it; the rim stays where the lamp is.
    const turned = pixels(shape([rim], { place: { ...origin, x: 100, y: 100, turn: 90 } }, '#202020'), {
      direction: 270,
      height: 30,
    });
    expect(turned(51, 100)[0]).toBeGreaterThan(0.99);
    expect(turned(100, 51)[0]).toBeCloseTo(32 / 255, 2);
  });

  it('a sheen of half, white at half strength, is overlaid on its half alone', () => {
    const at = pixels(shape([makeFinish('sheen', {})], {}, '#606060'));
    // Overlay by its formula (Compositing and Blending Level 1): hard light with layers swapped.
    const b = 96 / 255;
    const overlaid = b <= 0.5 ? 2 * b : 1;
    expect(at(60, 100)[0]).toBeCloseTo(b + (overlaid - b) * 0.5, 3);
    expect(at(140, 100)[0]).toBeCloseTo(b, 4);
    expect(at(40, 100)[3]).toBe(0);
  });

  it('a floor shadow stands on the foot of the part, flattened and leaning by its numbers', () => {
    const floor = makeFinish('floor-shadow', {
      flat: 0.4,
      slant: 45,
      softness: 0.2,
      far: 1,
      fades: 1,
      opacity: 1,
      blend: 'normal',
    });
    const at = pixels(shape([floor], {}, '#ffffff'));
    // Its far corner lies 40 up from the foot and 40 to the right.
    const alpha = (x: number, y: number) => at(x, y)[3];
    expect(alpha(181, 115)).toBeGreaterThan(0.98);
    expect(alpha(160, 145)).toBeLessThan(0.02);
    expect(alpha(152, 143)).toBeGreaterThan(0.9);
    expect(alpha(193, 115)).toBeLessThan(0.02);
    // Half of it is left at the far end where it fades so.
    const fading = pixels(shape([{ ...floor, params: { ...floor.params, fades: 0.5 } }], {}, '#ffffff'));
    expect(fading(185, 111)[3]).toBeCloseTo(0.51, 1);
  });

  it('a floor shadow is softer the farther it falls, by the blur that its place asks for', () => {
    const floor = makeFinish('floor-shadow', {
      flat: 1,
      slant: 0,
      softness: 4,
      far: 4,
      fades: 1,
      opacity: 1,
      blend: 'normal',
    });
    const tall = shape([floor], {}, '#ffffff');
    const at = pixels(tall);
    // Straight back and as high as the part, its sides show beside it.
    for (const [y, share] of [
      [140, 0.1],
      [100, 0.5],
      [83, 2 / 3],
    ] as const) {
      const i = Math.min(2, Math.floor(share * 3));
      const [s0, s1] = [2 * (1 + 3 * (i / 3)), 2 * (1 + 3 * ((i + 1) / 3))];
      const w = share * 3 - i;
      const wanted = (1 - w) * half(-4.5, s0) + w * half(-4.5, s1);
      expect(Math.abs(at(45, y)[3] - wanted)).toBeLessThan(0.012);
    }
  });
});

describe('light and shade', () => {
  it('are not picked, and cast no shadows of their own', () => {
    const lit = shape(
      ['glow', 'edge-light', 'sheen', 'floor-shadow', 'grain']
        .map((kind) => makeFinish(kind))
        .concat(shadow({ falls: 'inside' })),
      {},
      '#808080',
      'ellipse',
    );
    const d = designWith(lit);
    expect(pickParts(d, 's', null, { x: 100, y: 100 }, 0)).toEqual(['p']);
    // In the corner of its bounds there is none of the circle.
    expect(pickParts(d, 's', null, { x: 56, y: 56 }, 0)).toEqual([]);
    const twice = pixels(
      shape([makeFinish('glow'), shadow({ softness: 2, shiftX: 70 })], {}, '#808080', 'ellipse'),
    );
    expect(twice(225 - 60, 100)[3]).toBeGreaterThan(0.9);
    expect(twice(170, 47)[3]).toBeLessThan(0.05);
  });

  it('say where their blend mode cannot show them, and offer one that can', () => {
    const dark = makeFinish('glow', { colour: '#050505' });
    const { faults } = evaluateSheet(designWith(shape([dark])), 's');
    expect(faults).toMatchObject(
      [{ card: dark.id, note: true, message: /only lightens/ }].map(({ card, note }) => ({ card, note })),
    );
    expect(finishes.glow.remedy?.(dark.params)).toEqual({
      label: 'Multiply instead',
      params: { blend: 'multiply' },
    });
    expect(finishes.glow.remedy?.(makeFinish('glow').params)).toBeNull();
    expect(finishes.glow.remedy?.({ ...dark.params, colour: '#ffffff', blend: 'multiply' })).toMatchObject({
      params: { blend: 'screen' },
    });
  });

  it('go out as SVG without pictures, but for grain', () => {
    const svg = (kinds: string[]) =>
      sceneToSvg(evaluate(designWith(shape(kinds.map((k) => makeFinish(k)))), 's'), 'x', { ground: false });
    expect(svg(['glow', 'edge-light', 'sheen', 'floor-shadow', 'blur'])).not.toContain('<image');
    expect(svg(['grain'])).toContain('<image');
    const blurs = (way: string) =>
      sceneToSvg(evaluate(designWith(shape([makeFinish('blur', { way })])), 's'), 'x', { ground: false });
    expect(blurs('along')).toMatch(/<feGaussianBlur stdDeviation="12 0"/);
    for (const way of ['around', 'away', 'edge']) expect(blurs(way)).toContain('<image');
  });
});
