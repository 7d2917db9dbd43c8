import { type Design, paints } from '@/core';
import { Composer, gradient } from './composer';
import { ink, inObservatoryInks } from './observatory';

const middle = 1000;
const at = { x: middle, y: middle };

/** The great refractor's lens: a brass ring from a stroke, glass of four colours, blades, and a gloss that fades. */
export function lensEmblem(): Design {
  const c = new Composer('Lens emblem');
  c.add('Glass', 'ellipse', { width: 1160, height: 1160 }, at, {
    coats: [
      c.coat.fill({
        kind: 'corners',
        topLeft: '#8fb7b5',
        topRight: ink.tarn,
        bottomLeft: ink.dusk,
        bottomRight: ink.night,
      }),
    ],
    finishes: [c.finish('sheen', { form: 'band', angle: 32, width: 0.34, softness: 0.5, opacity: 0.4 })],
  });
  c.add(
    'Blade',
    'triangle',
    { width: 620, height: 420, apex: 1 },
    { x: 1240, y: 790 },
    {
      coats: [c.coat.fill(gradient('linear', [0, 0, 1, 1], '#14213d00', '#14213da0'), { blend: 'multiply' })],
      steps: [c.step('radial-repeat', { centreX: -240, centreY: 210, count: 9 })],
      finishes: [c.finish('blur', { softness: 12, within: true })],
    },
  );
  c.add('Reflection', 'ellipse', { width: 820, height: 820 }, at, {
    coats: [c.coat.fill(gradient('radial', [0.38, 0.34, 1, 0.7], '#ffffff', [0.35, '#7fa3a8'], '#0c1426'))],
    opacity: 0.45,
    finishes: [
      c.finish('fade', { form: 'radial', x1: 0.5, y1: 0.5, x2: 1, y2: 0.5, from: 1, to: 0, middle: 0.7 }),
      c.finish('blur', { way: 'edge', softness: 60, reach: 200 }),
    ],
    blend: 'luminosity',
  });
  c.add('Ring', 'ellipse', { width: 1300, height: 1300 }, at, {
    steps: [c.step('outline-stroke', { width: 130 })],
    coats: [
      c.coat.fill({
        ...paints.conic.defaults,
        x2: 0.85,
        y2: 0.15,
        stops: [
          { at: 0, colour: ink.snow },
          { at: 0.14, colour: ink.brass },
          { at: 0.3, colour: '#6b4416' },
          { at: 0.5, colour: ink.straw },
          { at: 0.64, colour: ink.brass },
          { at: 0.82, colour: '#6b4416' },
          { at: 1, colour: ink.snow },
        ],
      }),
      c.coat.stroke(6, '#4a2f12', { align: 'inside' }),
      c.coat.stroke(3, ink.snow, { steps: [c.step('offset', { distance: -14 })], opacity: 0.7 }),
    ],
    finishes: [
      c.shadow({ shiftX: 0, shiftY: 14, softness: 40, opacity: 0.5, colour: ink.night }),
      c.finish('edge-light', { width: 10, softness: 8, opacity: 0.9 }),
    ],
  });
  c.add(
    'Notches',
    'rectangle',
    { width: 14, height: 60 },
    { x: middle, y: 352 },
    {
      steps: [c.step('radial-repeat', { centreX: 0, centreY: 648, count: 36, unite: true })],
      coats: [c.coat.fill('#4a2f12')],
    },
  );
  c.combine(
    'Gloss',
    'intersect',
    () => {
      c.add('Glass again', 'ellipse', { width: 1120, height: 1120 }, at);
      c.add('Upper half', 'ellipse', { width: 1500, height: 1100 }, { x: 900, y: 520 });
    },
    {
      coats: [c.coat.fill('#ffffff')],
      opacity: 0.5,
      finishes: [c.finish('fade', { from: 0.75, to: 0.02, x1: 0.4, x2: 0.55 })],
    },
  );
  return inObservatoryInks(c.design({ ground: '#f1ece1' }));
}
