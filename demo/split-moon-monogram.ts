import type { Design } from '@/core';
import { Composer, gradient } from './composer';

const middle = 1000;
const moon = 470;

/** One upright of the letter: what a bar beside the axis leaves of the moon; its mirror image is the other. */
function uprights(c: Composer): void {
  c.combine(
    'Uprights',
    'intersect',
    () => {
      c.add('Moon', 'ellipse', { width: 2 * moon, height: 2 * moon }, { x: middle, y: middle });
      c.add('Left of the split', 'rectangle', { width: 400, height: 1000 }, { x: 710, y: middle });
    },
    { steps: [c.step('mirror', { axisX: middle, axisY: middle, keep: true, unite: true })] },
  );
}

/** The observatory's letter in a moon that stands over the tarn: bars of water cut through it and its ring. */
export function splitMoonMonogram(): Design {
  const c = new Composer('Split-moon monogram');
  c.combine(
    'Monogram',
    'subtract',
    () => {
      c.combine('Letter and ring', 'union', () => {
        c.add('Ring', 'ring', { radius: 720, inner: 0.88 }, { x: middle, y: middle });
        uprights(c);
        c.add('Crossbar', 'rectangle', { width: 240, height: 150 }, { x: middle, y: 930 });
      });
      c.add('Gap', 'rectangle', { width: 190, height: 300 }, { x: 1477, y: 523, turn: 45 });
      // Each bar of water is higher than the one above it.
      c.add(
        'Water',
        'rectangle',
        { width: 1600, height: 22 },
        { x: middle, y: 1150 },
        {
          steps: [
            c.step('trail', {
              count: 4,
              stepX: 0,
              stepY: 112,
              stepScale: 1.34,
              centreX: 0,
              centreY: 0,
              unite: true,
            }),
          ],
        },
      );
    },
    {
      coats: [
        c.coat.fill(
          gradient('linear', [0.1, 0, 0.9, 1], '#22345f', [0.45, '#5c3a63'], [0.75, '#b0513f'], '#e0a24a'),
        ),
      ],
    },
  );
  c.add(
    'Star in the gap',
    'star',
    { radius: 120, inner: 0.26, points: 4 },
    { x: 1485, y: 515 },
    { coats: [c.coat.fill('#c98f3a')] },
  );
  c.words(
    'HOLLIN TARN',
    { face: 'league-spartan-800', size: 96, tracking: 0.42, alignment: 'centre' },
    { x: middle, y: 1885 },
    { coats: [c.coat.fill('#22345f')] },
  );
  return c.design({ ground: '#f7f2e8' });
}
