import type { Design } from '@/core';
import { Composer, gradient } from './composer';

/** An orbit: an ellipse about the middle of the sheet, drawn as a fine line. */
function orbit(
  c: Composer,
  name: string,
  size: readonly [number, number],
  turn: number,
  colour: string,
  opacity: number,
): void {
  c.add(
    name,
    'ellipse',
    { width: size[0], height: size[1] },
    { x: 960, y: 540, turn },
    { coats: [c.coat.stroke(1.5, colour)], opacity },
  );
}

/** Orbits that pass into one another in equal steps, and worlds strung along a bow. */
export function orbitWallpaper(): Design {
  const c = new Composer('Orbit wallpaper');
  c.add(
    'Night',
    'rectangle',
    { width: 1920, height: 1080 },
    { x: 960, y: 540 },
    {
      coats: [
        c.coat.fill(gradient('radial', [0.5, 0.5, 1.06, 0.92], '#232c58', [0.45, '#131936'], '#070a1a')),
      ],
    },
  );
  c.blend('Far orbits', { count: 34 }, () => {
    orbit(c, 'Widest', [1980, 700], -16, '#6f86d6', 0.5);
    orbit(c, 'Narrow', [360, 1000], 74, '#c99a4a', 0.75);
    return null;
  });
  c.blend('Near orbits', { count: 16, ease: 0.2 }, () => {
    orbit(c, 'Outer', [820, 290], 24, '#f3d9a0', 0.9);
    orbit(c, 'Inner', [150, 330], 114, '#b23a48', 0.9);
    return null;
  });
  c.add(
    'Sun',
    'ellipse',
    { width: 132, height: 132 },
    { x: 960, y: 540 },
    {
      coats: [c.coat.fill(gradient('radial', [0.4, 0.36, 1, 0.8], '#fff6dc', [0.5, '#f3c873'], '#c07a2a'))],
      finishes: [
        c.shadow({ shiftX: 0, shiftY: 0, softness: 60, spread: 8, colour: '#f3c873', opacity: 0.7 }),
      ],
    },
  );
  c.blend('Worlds', { count: 7, ease: 0.25 }, () => {
    c.add(
      'First world',
      'ellipse',
      { width: 20, height: 20 },
      { x: 300, y: 860 },
      { coats: [c.coat.fill(gradient('radial', [0.32, 0.28, 1, 0.9], '#dfe6ff', '#6f86d6'))] },
    );
    c.add(
      'Last world',
      'ellipse',
      { width: 148, height: 148 },
      { x: 1640, y: 300 },
      { coats: [c.coat.fill(gradient('radial', [0.32, 0.28, 1, 0.9], '#fbe9c8', '#8e3a3f'))] },
    );
    return c.add(
      'Bow',
      'path',
      { contours: [{ closed: false, xy: [300, 860, 760, 1060, 1560, 560, 1640, 300] }] },
      {},
      { construction: true, coats: [c.coat.stroke(1, '#9a6b1f')] },
    );
  });
  return c.design({ width: 1920, height: 1080, ground: '#070a1a' });
}
