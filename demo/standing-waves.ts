import { type Card, type Design, type Gradient, pinNumbers } from '@/core';
import { Composer, gradient } from './composer';
import { ink, inObservatoryInks } from './observatory';

const wide = 1920;
const high = 1080;
const middle = { x: wide / 2, y: high / 2 };

/** A pin that holds, or one that moves from a place to another; shares of the layer. */
const pin = (x: number, y: number, toX = x, toY = y) => ({
  x,
  y,
  toX,
  toY,
  turn: 0,
  scale: 1,
  radius: 0,
  turns: false,
});

const held = [pin(0.2, 0.5), pin(0.8, 0.5), pin(0.5, 0.25), pin(0.5, 0.75)];

/** Three soft stripes: between each two all is as at the ends. */
const stripes = (between: string, on: string): Gradient =>
  gradient('linear', [0, 0.5, 1, 0.5], between, on, between, on, between, on, between);

/** What waves run along: the lines, which lie across the way that they are folded. */
const along = -30;

/** Lines over all of the sheet and a little more: a soft gradient folded again and again, then waved and drawn by pins. */
function lines(c: Composer, name: string, colour: string, bends: readonly Card[], look: object): void {
  c.add(name, 'rectangle', { width: 2300, height: 1400 }, middle, {
    coats: [c.coat.fill(stripes(`${colour}00`, colour))],
    finishes: [c.finish('mirrored', { scale: 0.25, angle: 60 }), ...bends],
    ...look,
  });
}

/** A backdrop of waves that stand over the tarn: the same folded lines in three layers, each bent its own way. */
export function standingWaves(): Design {
  const c = new Composer('Standing waves');
  c.add('Water', 'rectangle', { width: wide, height: high }, middle, {
    coats: [c.coat.fill(gradient('linear', [0, 0, 0.3, 1], '#0f3440', ink.night))],
  });
  lines(
    c,
    'Deep lines',
    ink.tarn,
    [
      c.finish('wave-painted', { length: 900, height: 70, direction: along }),
      c.finish('bend-pins-painted', { pins: pinNumbers([...held, pin(0.4, 0.45, 0.36, 0.56)]) }),
    ],
    { opacity: 0.75 },
  );
  lines(
    c,
    'Middle lines',
    ink.brass,
    [
      c.finish('wave-painted', { length: 1100, height: 90, direction: along, phase: 120 }),
      c.finish('bend-pins-painted', { pins: pinNumbers([...held, pin(0.62, 0.5, 0.68, 0.4)]) }),
      c.shadow({ shiftX: 0, shiftY: 26, softness: 36, opacity: 0.5, colour: ink.night }),
    ],
    { opacity: 0.55, blend: 'screen' },
  );
  c.add('Crests', 'rectangle', { width: 2300, height: 1400 }, middle, {
    coats: [c.coat.fill(stripes('#000000', '#ffffff'))],
    finishes: [
      c.finish('mirrored', { scale: 0.25, angle: 60 }),
      c.finish('wave-painted', { length: 740, height: 54, direction: along, phase: 240 }),
      c.finish('threshold', { level: 0.93, softness: 0.03, dark: `${ink.snow}00`, light: ink.snow }),
      c.shadow({ shiftX: 0, shiftY: 14, softness: 22, opacity: 0.55, colour: ink.night }),
    ],
    opacity: 0.9,
  });
  return inObservatoryInks(c.design({ width: wide, height: high, ground: ink.night }));
}
