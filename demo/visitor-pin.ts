import { type Design, paints } from '@/core';
import { Composer, gradient } from './composer';
import { ink, inObservatoryInks } from './observatory';

type Corner = readonly [x: number, y: number];

/** A closed path through corners, its segments straight. */
const straight = (corners: readonly Corner[]) => ({
  contours: [
    {
      closed: true,
      xy: [
        ...corners[0],
        ...corners.flatMap((p, i) => {
          const q = corners[(i + 1) % corners.length];
          return [...p, ...q, ...q];
        }),
      ],
    },
  ],
});

const middle = 1000;

/** Half of the arrowhead, about the sheet's middle; its mirror image makes it whole. */
const half: readonly Corner[] = [
  [0, -690],
  [470, 540],
  [0, 330],
];

/** Lands of a made-up globe, about its middle. */
const lands: readonly (readonly Corner[])[] = [
  [
    [-215, -70],
    [-165, -95],
    [-150, -140],
    [-95, -150],
    [-70, -200],
    [-10, -205],
    [5, -165],
    [-35, -140],
    [20, -110],
    [-5, -75],
    [-55, -85],
    [-60, -45],
    [-95, -30],
    [-90, 10],
    [-130, 5],
    [-150, -35],
    [-215, -20],
  ],
  [
    [-85, 40],
    [-35, 45],
    [-5, 85],
    [-25, 115],
    [-30, 165],
    [-65, 195],
    [-75, 140],
    [-110, 105],
  ],
  [
    [60, -60],
    [110, -95],
    [175, -85],
    [210, -30],
    [205, 60],
    [165, 45],
    [140, 90],
    [115, 60],
    [75, 75],
    [85, 20],
    [45, -5],
  ],
  [
    [95, 130],
    [140, 125],
    [150, 165],
    [105, 175],
  ],
];

/** A visitor's pin: an arrowhead with thickness, its sheen and its light by the lamp, and a small globe. */
export function visitorPin(): Design {
  const c = new Composer('Visitor pin');
  const steps = () => [c.step('mirror', {}), c.step('round-corners', { radius: 60, own: {} })];
  // The dark twin is the thickness alone, so that sheen and edge light lie on the front.
  c.add(
    'Depth',
    'path',
    straight(half),
    { x: middle, y: middle },
    {
      steps: steps(),
      coats: [
        c.coat.fill(
          { ...paints.lit.defaults, colour: '#3f8089', shade: '#0a1626', ambient: 0.12 },
          { steps: [c.step('slab', { angle: 118, depth: 130 })] },
        ),
      ],
      finishes: [c.shadow({ by: 'lamp', over: 90, softness: 110, opacity: 0.4, colour: ink.night })],
    },
  );
  c.add(
    'Arrowhead',
    'path',
    straight(half),
    { x: middle, y: middle },
    {
      steps: steps(),
      coats: [c.coat.fill(gradient('linear', [0.5, 0, 0.5, 1], '#6fb0ad', ink.tarn))],
      finishes: [
        c.finish('sheen', { form: 'half', width: 1 }),
        c.finish('edge-light', { width: 12, softness: 8, opacity: 0.7 }),
      ],
    },
  );
  c.group(
    'Globe',
    () => {
      c.add(
        'Sea',
        'ellipse',
        { width: 380, height: 380 },
        {},
        {
          coats: [
            c.coat.fill(gradient('radial', [0.36, 0.3, 1, 0.9], '#f6e3b4', [0.55, ink.brass], '#6b4416')),
          ],
        },
      );
      for (const [i, corners] of lands.entries())
        c.add(
          `Land ${i + 1}`,
          'path',
          straight(corners),
          {},
          {
            steps: [c.step('round-corners', { radius: 9, own: {} })],
            coats: [c.coat.fill(ink.night)],
          },
        );
      c.add('Rim', 'ellipse', { width: 380, height: 380 }, {}, { coats: [] });
    },
    {
      source: { kind: 'group', clip: true },
      place: { x: middle, y: 1045, turn: 0, skew: 0, scaleX: 1, scaleY: 1 },
      finishes: [
        c.shadow({
          falls: 'inside',
          by: 'shift',
          shiftX: -22,
          shiftY: -22,
          softness: 46,
          opacity: 0.55,
          colour: ink.night,
          blend: 'multiply',
        }),
        c.finish('edge-light', { width: 9, softness: 6, opacity: 0.9 }),
        c.shadow({ by: 'lamp', over: 26, softness: 34, opacity: 0.55, colour: ink.night, blend: 'multiply' }),
      ],
    },
  );
  return inObservatoryInks(c.design({ ground: '#efe6d2' }));
}
