import { type Design, pinNumbers } from '@/core';
import { Composer } from './composer';
import { ink, inObservatoryInks } from './observatory';

const middle = 1000;
const radius = 720;
const bars = 50;
const step = (2 * radius) / bars;

/** A pin that goes from one place of the disc to another; shares of it. */
const pin = (x: number, y: number, toX = x, toY = y, turn: number | null = null) => ({
  x,
  y,
  toX,
  toY,
  turn: turn ?? 0,
  scale: 1,
  radius: turn === null ? 0 : 0.12,
  turns: turn !== null,
});

const pins = pinNumbers([
  pin(0.5, 0.02),
  pin(0.5, 0.98),
  pin(0.3, 0.5, 0.33, 0.46, 7),
  pin(0.7, 0.5, 0.67, 0.54, 7),
]);

/** A disc of fifty stripes with clear gaps, woven by pins that are put to it twice. */
function woven(c: Composer, name: string, turn: number, colour: string, blend: 'normal' | 'multiply'): void {
  c.combine(
    name,
    'intersect',
    () => {
      c.add(
        `${name} bars`,
        'rectangle',
        { width: step * 0.56, height: 2 * radius },
        { x: 0, y: 0 },
        {
          steps: [
            c.step('trail', { count: bars, stepX: step, stepY: 0, unite: true, centreX: 0, centreY: 0 }),
          ],
          place: { x: -radius + step / 2, y: 0, turn: 0, scaleX: 1, scaleY: 1, skew: 0 },
        },
      );
      c.add(`${name} disc`, 'ellipse', { width: 2 * radius, height: 2 * radius }, { x: 0, y: 0 });
    },
    {
      place: { x: middle, y: middle, turn, scaleX: 1, scaleY: 1, skew: 0 },
      steps: [c.step('bend-pins', { pins, times: 2 })],
      coats: [c.coat.fill(colour)],
      finishes: [
        c.finish('bevel', { width: 7, rise: 5 }),
        c.shadow({ shiftX: 10, shiftY: 22, softness: 26, opacity: 0.55, colour: ink.dusk, grain: 0.35 }),
      ],
      blend,
    },
  );
}

/** Two discs of stripes laid across each other, as if they were woven. */
export function wovenRings(): Design {
  const c = new Composer('Woven rings');
  woven(c, 'Warp', 0, ink.tarn, 'normal');
  woven(c, 'Weft', 90, ink.brass, 'multiply');
  return inObservatoryInks(c.design({ ground: ink.snow }));
}
