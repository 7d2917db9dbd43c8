import { type Design, paints, pinNumbers } from '@/core';
import { Composer, gradient } from './composer';
import { ink, inObservatoryInks } from './observatory';

const side = 2000;
const middle = { x: side / 2, y: side / 2 };

/** A pin that stays, or draws what lies about it out to another place; shares of the tile. */
const pin = (x: number, y: number, toX = x, toY = y, scale = 1) => ({
  x,
  y,
  toX,
  toY,
  turn: 0,
  scale,
  radius: scale === 1 ? 0 : 0.1,
  turns: scale !== 1,
});

const drawnOut = pinNumbers([
  pin(0.06, 0.2),
  pin(0.94, 0.86),
  pin(0.3, 0.3, 0.26, 0.2, 1.15),
  pin(0.72, 0.7, 0.8, 0.62, 0.9),
  pin(0.5, 0.5, 0.53, 0.56),
]);

/** Spots of light such as paper lanterns throw: soft discs and triangles, drawn out by pins, laid in bricks. */
export function lanternSpots(): Design {
  const c = new Composer('Lantern spots');
  const soft = (softness: number, reach: number) => c.finish('blur', { way: 'edge', softness, reach });
  c.add('Evening', 'rectangle', { width: side, height: side }, middle, {
    coats: [c.coat.fill(gradient('linear', [0, 0, 0, 1], ink.night, '#2a2346'))],
  });
  c.group(
    'Lantern',
    () => {
      c.add(
        'Halo',
        'ellipse',
        { width: 190, height: 190 },
        { x: 130, y: 120 },
        {
          coats: [c.coat.fill(ink.brass)],
          finishes: [soft(26, 60)],
          opacity: 0.5,
        },
      );
      c.add(
        'Glow',
        'ellipse',
        { width: 110, height: 110 },
        { x: 130, y: 120 },
        {
          coats: [c.coat.fill(ink.straw)],
          finishes: [soft(12, 30)],
        },
      );
      c.add(
        'Flag',
        'polygon',
        { sides: 3, radius: 74 },
        { x: 300, y: 250, turn: 18 },
        {
          coats: [c.coat.fill(ink.ember)],
          finishes: [soft(10, 26)],
        },
      );
      c.add(
        'Far glow',
        'ellipse',
        { width: 56, height: 56 },
        { x: 320, y: 110 },
        {
          coats: [c.coat.fill(ink.snow)],
          finishes: [soft(8, 18)],
          opacity: 0.8,
        },
      );
      c.add(
        'Far flag',
        'polygon',
        { sides: 3, radius: 40 },
        { x: 110, y: 290, turn: -24 },
        {
          coats: [c.coat.fill(ink.tarn)],
          finishes: [soft(7, 14)],
        },
      );
    },
    {
      finishes: [c.finish('bend-pins-painted', { pins: drawnOut })],
      hidden: true,
    },
  );
  const pattern = { ...paints.pattern.defaults, tile: c.idOf('Lantern'), layout: 'brick' } as const;
  c.add('Lights', 'rectangle', { width: side, height: side }, middle, {
    coats: [c.coat.fill({ ...pattern, spacingX: 40, spacingY: 40 })],
    finishes: [c.shadow({ shiftX: 0, shiftY: 30, softness: 34, opacity: 0.6, colour: '#05070f' })],
  });
  c.add('Far lights', 'rectangle', { width: side, height: side }, middle, {
    coats: [c.coat.fill({ ...pattern, spacingX: 300, spacingY: 280, scale: 0.6, shiftX: 90, shiftY: 60 })],
    opacity: 0.5,
    blend: 'screen',
  });
  return inObservatoryInks(c.design({ ground: ink.night }));
}
