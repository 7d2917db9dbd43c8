import type { Card, Coat, Design } from '@/core';
import { Composer, gradient } from './composer';
import { ink, inObservatoryInks } from './observatory';

const middle = 1000;

/** A sun of many coats: a solid side, a dark rim, two inner outlines and a disc of its own shape, on one part. */
function coats(c: Composer, deep: number): Coat[] {
  const offset = (distance: number) => c.step('offset', { distance, join: 'round' });
  const side = c.step('trail', {
    count: deep,
    stepX: -2,
    stepY: 2,
    stepTurn: 0,
    stepScale: 1,
    unite: true,
  });
  return [
    c.coat.fill(ink.dusk, { steps: [offset(26), side] }),
    c.coat.fill(ink.night, { steps: [offset(26)] }),
    c.coat.fill(
      gradient('radial', [0.5, 0.5, 1, 0.5], ink.snow, [0.45, ink.straw], [0.8, ink.brass], ink.ember),
    ),
    c.coat.stroke(5, ink.ember, { steps: [offset(-18)] }),
    c.coat.stroke(3, ink.straw, { steps: [offset(-34)] }),
  ];
}

/** The shadow that rays and petals share. */
const shadow = (c: Composer): Card =>
  c.shadow({ shiftX: -20, shiftY: 70, softness: 60, opacity: 0.35, colour: ink.night });

/** A rosette of the sun as the observatory's astronomers draw it. */
export function sunRosette(): Design {
  const c = new Composer('Sun rosette');
  c.add(
    'Rays',
    'star',
    { radius: 840, inner: 0.7, points: 16 },
    { x: middle, y: middle },
    {
      steps: [c.step('round-corners', { radius: 46 })],
      coats: coats(c, 22),
      finishes: [shadow(c)],
    },
  );
  c.add(
    'Petals',
    'polygon',
    { sides: 12, radius: 470 },
    { x: middle, y: middle },
    {
      steps: [c.step('swell', { points: 0.3, spans: 0.22 })],
      coats: [
        ...coats(c, 10),
        c.coat.fill(gradient('radial', [0.5, 0.5, 1, 0.5], ink.snow, ink.brass), {
          form: 'ellipse',
          sized: 'bounds',
          shapeWidth: 0.42,
          shapeHeight: 0.42,
        }),
        c.coat.stroke(6, ink.night, {
          form: 'ellipse',
          sized: 'bounds',
          shapeWidth: 0.42,
          shapeHeight: 0.42,
        }),
      ],
      finishes: [
        c.finish('glow', {
          shines: 'inside',
          colour: ink.ember,
          softness: 50,
          spread: 6,
          opacity: 0.6,
          blend: 'multiply',
        }),
        shadow(c),
      ],
    },
  );
  c.add(
    'Sun',
    'star',
    { radius: 190, inner: 0.62, points: 12 },
    { x: middle, y: middle },
    {
      coats: [
        c.coat.fill(ink.madder),
        c.coat.stroke(4, ink.snow, { steps: [c.step('offset', { distance: -12 })] }),
      ],
    },
  );
  return inObservatoryInks(c.design({ ground: '#f4efe4' }));
}
