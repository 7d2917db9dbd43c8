import { type Design, type LetterChange, paints } from '@/core';
import { Composer, gradient } from './composer';
import { ink, inObservatoryInks } from './observatory';

const letter = (at: number, dx: number, dy: number, turn: number, scale = 1): LetterChange => ({
  at,
  dx,
  dy,
  turn,
  scale,
});

/** A night of meteors: letters that fall one by one across a round window of sky. */
export function meteorLettering(): Design {
  const c = new Composer('Meteor lettering');
  c.group(
    'Window',
    () => {
      c.add(
        'Sky',
        'ellipse',
        { width: 1500, height: 1500 },
        { x: 1000, y: 1000 },
        {
          coats: [
            c.coat.fill(gradient('radial', [0.3, 0.25, 1, 0.9], '#3d5a8a', [0.4, '#1f2f5a'], ink.night)),
          ],
        },
      );
      c.add(
        'Trails',
        'rectangle',
        { width: 9, height: 640, topLeft: 4, topRight: 4, bottomRight: 4, bottomLeft: 4 },
        { x: 560, y: 640, turn: 52 },
        {
          coats: [c.coat.fill(gradient('linear', [0.5, 0, 0.5, 1], '#fbf1d600', '#fbf1d6'))],
          steps: [c.step('trail', { count: 6, stepX: 190, stepY: -40, stepTurn: 0, stepScale: 0.92 })],
          opacity: 0.7,
        },
      );
      const letters = [
        letter(0, -0.06, 0.16, -13, 1.12),
        letter(1, -0.02, -0.07, 7),
        letter(2, 0, 0.1, -6, 1.06),
        letter(3, 0.01, -0.1, 9),
        letter(4, 0.03, 0.08, -8, 1.1),
        letter(5, 0.05, -0.12, 12),
        letter(6, 0.09, 0.12, 18, 1.16),
      ];
      c.words(
        'METEORS',
        { face: 'lilita-one', size: 280, alignment: 'centre', letters, slantY: -8 },
        { x: 960, y: 1100 },
        {
          coats: [
            c.coat.fill(
              { ...paints.lit.defaults, colour: '#c2573f', shade: '#0a1128', ambient: 0.1 },
              {
                steps: [
                  c.step('offset', { distance: 12, join: 'round' }),
                  c.step('vanish', { pointX: 260, pointY: 560, rest: 0.8 }),
                ],
              },
            ),
            c.coat.fill(ink.night, { steps: [c.step('offset', { distance: 12, join: 'round' })] }),
            c.coat.fill(
              gradient('linear', [0.5, 0, 0.5, 1], ink.snow, [0.45, ink.straw], [0.8, ink.brass], ink.ember),
            ),
            c.coat.stroke(5, ink.night),
          ],
          // The whole word leans back into the sky.
          steps: [c.step('in-space', { tilt: 16, swing: -20, distance: 1700, pivotX: 0, pivotY: -110 })],
        },
      );
      c.words(
        'AUGUST NIGHTS',
        { face: 'league-spartan-800', size: 84, tracking: 0.3, alignment: 'centre' },
        { x: 1000, y: 1400 },
        {
          coats: [c.coat.fill(ink.straw)],
          steps: [c.step('bounce', { rule: 'wave', lift: 14, turn: 5, letters: 6 })],
        },
      );
      c.add('Window’s edge', 'ellipse', { width: 1440, height: 1440 }, { x: 1000, y: 1000 });
    },
    { source: { kind: 'group', clip: true } },
  );
  c.add(
    'Frame',
    'ellipse',
    { width: 1440, height: 1440 },
    { x: 1000, y: 1000 },
    {
      coats: [
        c.coat.stroke(26, gradient('linear', [0, 0, 1, 1], ink.straw, ink.brass, '#6b4416', ink.straw)),
        c.coat.stroke(4, ink.night, { steps: [c.step('offset', { distance: -13 })] }),
      ],
    },
  );
  return inObservatoryInks(c.design({ ground: '#f4efe4' }));
}
