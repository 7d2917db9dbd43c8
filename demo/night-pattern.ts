import { type Design, paints } from '@/core';
import { Composer, gradient } from './composer';
import { ink, inObservatoryInks } from './observatory';

/** One phase of the moon: the lit disc, less a shadow of the same size moved across it. */
function phase(c: Composer, name: string, x: number, y: number, shadowX: number | null): void {
  if (shadowX === null) {
    c.add(name, 'ellipse', { width: 120, height: 120 }, { x, y }, { coats: [c.coat.fill(ink.straw)] });
    return;
  }
  c.combine(
    name,
    'subtract',
    () => {
      c.add('Moon', 'ellipse', { width: 120, height: 120 }, { x, y });
      c.add('Shadow', 'ellipse', { width: 120, height: 120 }, { x: x + shadowX, y });
    },
    { coats: [c.coat.fill(ink.straw)] },
  );
}

/** Phases of the moon in a half-drop over the night sky, toned down to sit behind other things. */
export function nightPattern(): Design {
  const c = new Composer('Night pattern');
  c.add(
    'Sky',
    'rectangle',
    { width: 2000, height: 2000 },
    { x: 1000, y: 1000 },
    {
      coats: [c.coat.fill(gradient('linear', [0.5, 0, 0.5, 1], ink.night, [0.7, '#2a2f55'], ink.dusk))],
    },
  );
  c.group(
    'Tile',
    () => {
      phase(c, 'Full', 1000, 900, null);
      phase(c, 'Waning', 1000, 1050, 62);
      phase(c, 'Waxing', 1000, 1200, -34);
      c.add(
        'Star',
        'star',
        { radius: 26, inner: 0.3, points: 4 },
        { x: 1110, y: 975 },
        { coats: [c.coat.fill(ink.brass)] },
      );
      c.add(
        'Small star',
        'star',
        { radius: 16, inner: 0.3, points: 4 },
        { x: 1108, y: 1128 },
        {
          coats: [c.coat.fill(ink.snow)],
        },
      );
    },
    { hidden: true },
  );
  const tile = c.idOf('Tile');
  c.add(
    'Moons',
    'rectangle',
    { width: 2000, height: 2000 },
    { x: 1000, y: 1000 },
    {
      coats: [
        c.coat.fill({
          ...paints.pattern.defaults,
          tile,
          layout: 'half-drop',
          spacingX: 70,
          spacingY: 60,
          scale: 0.8,
          turn: -12,
        }),
      ],
      opacity: 0.3,
    },
  );
  c.add(
    'Dust',
    'rectangle',
    { width: 2000, height: 2000 },
    { x: 1000, y: 1000 },
    {
      coats: [
        c.coat.fill(
          { ...paints.grain.defaults, colour: ink.snow, size: 2, amount: 0.12, seed: 7 },
          { blend: 'soft-light' },
        ),
      ],
    },
  );
  return inObservatoryInks(c.design({ ground: ink.night }));
}
