import { type Design, paints, parsePath } from '@/core';
import { numbersOf } from '@/core/edit';
import { Composer, gradient } from './composer';
import { ink, inObservatoryInks } from './observatory';

const wide = 1600;
const high = 2000;
const middle = wide / 2;

/** A path by its SVG text, told from the middle of the moth; the other side of it where `side` is −1. */
const drawn = (d: string) => numbersOf(parsePath(d));

/** How firmly a pen was pressed along a stroke: from light to firm and off again. */
const pressed = (from: number, most: number, to: number): number[] =>
  Array.from({ length: 24 }, (_, i) => {
    const t = i / 23;
    const rise = Math.sin(Math.PI * t) ** 0.8;
    return Math.min(1, (1 - t) * from + t * to + rise * (most - (from + to) / 2));
  });

const stroke = (d: string, pressure: number[]) => {
  const { contours, fillRule } = drawn(d);
  return { contours: contours.map((c) => ({ ...c, pressure })), fillRule };
};

const upperWing =
  'M20 -120 C120 -330 330 -470 590 -480 C640 -482 640 -440 610 -390 C560 -300 500 -150 420 -70 C330 10 150 20 30 -20 Z';
const lowerWing =
  'M30 -30 C160 -10 330 0 400 60 C460 130 420 280 330 340 C260 385 190 360 140 280 C90 200 40 90 24 20 Z';

/** Veins of a wing, each a stroke of a pen that was pressed and let go. */
const veins = [
  'M40 -110 C170 -250 330 -370 560 -450',
  'M40 -90 C180 -200 340 -280 520 -330',
  'M40 -70 C170 -130 320 -170 470 -190',
  'M44 -48 C160 -70 290 -80 410 -80',
];
const lowerVeins = [
  'M44 0 C150 40 260 90 380 130',
  'M42 14 C130 90 220 180 310 270',
  'M38 30 C90 120 140 210 190 300',
];

/** One wing: a ground, bands, spots and a fade, all within its outline, and its veins over them. */
function wing(
  c: Composer,
  name: string,
  side: 1 | -1,
  outline: string,
  colours: readonly [string, string, string],
  eye: readonly [number, number, number],
  lines: readonly string[],
): void {
  const [x, y, r] = eye;
  c.clip(
    name,
    () => {
      c.add(
        `${name} ground`,
        'path',
        drawn(outline),
        { x: 0, y: 0 },
        {
          coats: [
            c.coat.fill(gradient('linear', [0, 0.9, 1, 0.1], colours[0], [0.55, colours[1]], colours[2])),
          ],
        },
      );
      c.add(
        `${name} mottle`,
        'path',
        drawn(outline),
        { x: 0, y: 0 },
        {
          steps: [
            c.step('mottle', {
              spots: 900,
              size: 15,
              vary: 0.7,
              toward: 'heart',
              crowd: 0.75,
              shrink: 0.6,
              fade: 0.4,
              seed: 7,
            }),
          ],
          coats: [c.coat.fill(ink.night)],
          blend: 'multiply',
          opacity: 0.55,
        },
      );
      // Within the wing, a clip of its own: rings that end where the eye does.
      c.clip(`${name} eye`, () => {
        c.add(
          `${name} iris`,
          'ellipse',
          { width: 2.4 * r, height: 2.4 * r },
          { x, y },
          {
            coats: [
              c.coat.fill(
                gradient(
                  'radial',
                  [0.5, 0.5, 1, 0.5],
                  ink.night,
                  [0.4, ink.night],
                  [0.45, ink.straw],
                  [0.72, ink.ember],
                  ink.dusk,
                ),
              ),
            ],
          },
        );
        c.add(
          `${name} spark`,
          'ellipse',
          { width: r, height: 0.8 * r },
          { x: x - 0.3 * r, y: y - 0.35 * r },
          {
            coats: [c.coat.fill(gradient('radial', [0.5, 0.5, 1, 0.5], '#ffffffd9', '#ffffff00'))],
            blend: 'screen',
          },
        );
        c.add(
          `${name} pupil`,
          'ellipse',
          { width: 2 * r, height: 2 * r },
          { x, y },
          { coats: [c.coat.fill(ink.night)] },
        );
      });
      c.add(
        `${name} veil`,
        'path',
        drawn(outline),
        { x: 0, y: 0 },
        {
          coats: [
            c.coat.fill({ ...paints.grain.defaults, colour: ink.snow, size: 2.2, amount: 0.5, seed: 21 }),
          ],
          blend: 'soft-light',
          finishes: [c.finish('fade', { x1: 0, y1: 1, x2: 1, y2: 0, from: 0, to: 1 })],
        },
      );
      c.add(
        `${name} edge`,
        'path',
        drawn(outline),
        { x: 0, y: 0 },
        {
          steps: [c.step('rough-edge', { amount: 5, size: 34 })],
          coats: [c.coat.fill(colours[0])],
        },
      );
    },
    { place: { x: middle, y: 930, turn: 0, skew: 0, scaleX: side, scaleY: 1 } },
  );
  c.group(
    `${name} veins`,
    () => {
      lines.forEach((d, i) => {
        c.add(
          `${name} vein ${i + 1}`,
          'path',
          stroke(d, pressed(0.95, 0.7, 0.08)),
          { x: 0, y: 0 },
          {
            coats: [c.coat.stroke(9, ink.night, { profile: 'pressure', thinned: 0.5, cap: 'round' })],
          },
        );
      });
    },
    {
      blend: 'multiply',
      opacity: 0.7,
      place: { x: middle, y: 930, turn: 0, skew: 0, scaleX: side, scaleY: 1 },
    },
  );
}

/** A moth as an old plate shows it, on worn paper, its name written under it. */
export function mothPlate(): Design {
  const c = new Composer('Moth plate');
  const whole = { x: middle, y: high / 2 };
  const all = { width: wide, height: high };
  // Stains of the paper, out of focus.
  c.add('Stains', 'rectangle', { width: wide + 300, height: high + 300 }, whole, {
    steps: [
      c.step('mottle', {
        spots: 150,
        size: 190,
        vary: 0.8,
        toward: 'rim',
        crowd: 0.35,
        shrink: 0.2,
        fade: 0.3,
        seed: 4,
      }),
    ],
    coats: [c.coat.fill('#b98a4a')],
    opacity: 0.34,
    blend: 'multiply',
    finishes: [c.finish('blur', { softness: 90 })],
  });
  c.add('Frame', 'rectangle', { width: 1360, height: 1760 }, whole, {
    steps: [c.step('brush', { art: 'dry', laid: 'repeated', width: 16, seed: 12 })],
    coats: [c.coat.fill(ink.dusk)],
    opacity: 0.75,
  });
  const shadow = () => c.shadow({ shiftX: 16, shiftY: 34, softness: 40, opacity: 0.35, colour: ink.dusk });
  c.group(
    'Moth',
    () => {
      for (const [word, side] of [
        ['Left', -1],
        ['Right', 1],
      ] as const) {
        wing(
          c,
          `${word} lower wing`,
          side,
          lowerWing,
          [ink.brass, ink.straw, ink.ember],
          [250, 190, 58],
          lowerVeins,
        );
        wing(
          c,
          `${word} upper wing`,
          side,
          upperWing,
          [ink.dusk, ink.ember, ink.brass],
          [400, -270, 72],
          veins,
        );
      }
      c.add(
        'Body',
        'ellipse',
        { width: 92, height: 440 },
        { x: middle, y: 960 },
        {
          coats: [
            c.coat.fill(
              gradient('linear', [0, 0.5, 1, 0.5], ink.night, [0.4, ink.dusk], [0.62, ink.brass], ink.night),
            ),
          ],
        },
      );
      for (const [i, y] of [840, 900, 960, 1020, 1080, 1130].entries())
        c.add(
          `Fur ${i + 1}`,
          'path',
          drawn('M-44 0 C-20 22 20 22 44 0'),
          { x: middle, y },
          {
            steps: [c.step('brush', { art: 'hatch', width: 42, seed: 30 + i })],
            coats: [c.coat.fill(ink.straw)],
            opacity: 0.7,
            blend: 'soft-light',
          },
        );
      c.add(
        'Head',
        'ellipse',
        { width: 96, height: 92 },
        { x: middle, y: 745 },
        {
          coats: [c.coat.fill(gradient('radial', [0.4, 0.35, 1, 0.5], ink.brass, ink.night))],
        },
      );
      for (const [word, side] of [
        ['Left', -1],
        ['Right', 1],
      ] as const)
        c.add(
          `${word} feeler`,
          'path',
          stroke('M10 -20 C60 -130 130 -200 260 -250', pressed(0.4, 0.9, 0.05)),
          { x: middle, y: 730, scaleX: side },
          {
            coats: [c.coat.stroke(16, ink.night, { profile: 'pressure', cap: 'round' })],
          },
        );
    },
    { finishes: [shadow()] },
  );
  c.words(
    'Tarn Lanternwing',
    { face: 'great-vibes', size: 190, alignment: 'centre' },
    { x: middle, y: 1640 },
    {
      steps: [c.step('rough-edge', { amount: 0.8, size: 12 })],
      coats: [c.coat.fill(ink.night)],
    },
  );
  c.words(
    'PLATE IV · FROM THE NIGHT BOOK OF HOLLIN TARN',
    { face: 'eb-garamond-500', size: 37, alignment: 'centre', tracking: 0.14 },
    { x: middle, y: 1772 },
    {
      coats: [c.coat.fill(ink.dusk)],
    },
  );
  c.add('Vignette', 'rectangle', all, whole, {
    coats: [
      c.coat.fill({
        ...paints.radial.defaults,
        x1: 0.5,
        y1: 0.48,
        x2: 1.22,
        y2: 0.48,
        ratio: 1.25,
        stops: [
          { at: 0, colour: '#fbf1d600' },
          { at: 0.62, colour: '#8a5a2b00' },
          { at: 1, colour: '#5a3a63b3' },
        ],
      }),
    ],
    blend: 'multiply',
  });
  c.add('Paper grain', 'rectangle', all, whole, {
    coats: [c.coat.fill({ ...paints.grain.defaults, colour: ink.dusk, size: 2.4, amount: 0.16, seed: 9 })],
    blend: 'multiply',
  });
  return inObservatoryInks(c.design({ width: wide, height: high, ground: '#f4e6c3' }));
}
