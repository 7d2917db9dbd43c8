import type { Design, LetterChange } from '@/core';
import { Composer, gradient } from './composer';
import { ink, inObservatoryInks } from './observatory';

/** A hand lamp of half circles: its glass in three colours, its cap, and a highlight. */
function lamp(c: Composer): string {
  c.group(
    'Lamp',
    () => {
      c.combine(
        'Glass',
        'intersect',
        () => {
          c.add('Globe', 'ellipse', { width: 200, height: 200 }, {});
          c.add('Lower half', 'rectangle', { width: 240, height: 120 }, { y: 60 });
        },
        {
          coats: [
            c.coat.fill(gradient('radial', [0.5, 0.1, 0.5, 1.1], ink.snow, [0.45, ink.straw], ink.ember)),
          ],
        },
      );
      c.combine(
        'Cap',
        'intersect',
        () => {
          c.add('Dome', 'ellipse', { width: 232, height: 200 }, {});
          c.add('Upper half', 'rectangle', { width: 240, height: 120 }, { y: -60 });
        },
        { coats: [c.coat.fill(ink.night)] },
      );
      c.combine(
        'Highlight',
        'subtract',
        () => {
          c.add('Arc', 'ellipse', { width: 168, height: 168 }, { y: 4 });
          c.add('Cut', 'ellipse', { width: 190, height: 190 }, { x: 30, y: -14 });
        },
        { coats: [c.coat.fill('#ffffff')], opacity: 0.15 },
      );
      c.add('Knob', 'ellipse', { width: 44, height: 44 }, { y: -112 }, { coats: [c.coat.fill(ink.night)] });
    },
    { place: { x: 1700, y: 200, turn: 0, skew: 0, scaleX: 1, scaleY: 1 }, construction: true },
  );
  return c.idOf('Lamp');
}

/** A word-mark whose dot is a lamp: bevelled, a little turned, and with its shadow on the floor. */
export function tarnWordMark(): Design {
  const c = new Composer('Tarn word-mark');
  const dotted: LetterChange = {
    at: 5,
    dx: 0,
    dy: 0,
    turn: 0,
    scale: 1,
    pieces: [{ nth: 1, by: lamp(c), own: true, scale: 1.8, dx: 0, dy: -0.05 }],
  };
  c.words(
    'Tarnside',
    { face: 'lilita-one', size: 470, letters: [dotted], alignment: 'centre' },
    { x: 1011.45, y: 757.91, turn: -4 },
    {
      coats: [c.coat.fill(gradient('linear', [0.5, 0, 0.5, 1], ink.straw, [0.5, ink.brass], '#8a5a1c'))],
      finishes: [
        c.finish('bevel', { width: 20, rise: 22, profile: 'round', shine: 0.5 }),
        c.finish('floor-shadow', { flat: 0.5, slant: 42, softness: 10, far: 4, fades: 0.1, opacity: 0.35 }),
      ],
    },
  );
  return inObservatoryInks(c.design({ height: 1200, ground: '#f4ead4' }));
}
