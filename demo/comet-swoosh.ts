import type { Design, Gradient } from '@/core';
import { Composer, gradient } from './composer';

interface Disc {
  readonly x: number;
  readonly y: number;
  readonly r: number;
}

/** Discs that all touch at the comet's head, each smaller than the last. */
const head = { x: 520, y: 1500 };
const away = { x: Math.cos(-0.72), y: Math.sin(-0.72) };
const discs: readonly Disc[] = [780, 640, 505, 378, 262, 158].map((r) => ({
  x: head.x + away.x * r,
  y: head.y + away.y * r,
  r,
}));
/** The great disc whose edge folds every ribbon into a light and a dark side. */
const fold: Disc = { x: 300, y: 640, r: 1020 };

const light: readonly Gradient[] = [
  gradient('radial', [0.06, 0.92, 0.95, 0.1], '#ffe6a8', [0.35, '#f0a04b'], [0.7, '#c4453f'], '#6b1f4a'),
  gradient('radial', [0.06, 0.92, 0.95, 0.1], '#fff0c4', [0.35, '#f3b45c'], [0.7, '#d4553f'], '#82264a'),
  gradient('radial', [0.06, 0.92, 0.95, 0.1], '#fff4d4', [0.35, '#f7c873'], [0.7, '#e06a3e'], '#9a3048'),
  gradient('radial', [0.06, 0.92, 0.95, 0.1], '#fff8e2', [0.35, '#fad98e'], [0.7, '#ec8544'], '#b23a48'),
  gradient('radial', [0.06, 0.92, 0.95, 0.1], '#fffbee', [0.4, '#fce6ac'], '#f0a04b'),
];
const dark: readonly Gradient[] = [
  gradient('radial', [0.3, 0.95, 1, 0], '#c0503c', [0.5, '#4a1c50'], '#141236'),
  gradient('radial', [0.3, 0.95, 1, 0], '#cc5f3c', [0.5, '#5a2152'], '#1b1540'),
  gradient('radial', [0.3, 0.95, 1, 0], '#d8703e', [0.5, '#6d2752'], '#251a4a'),
  gradient('radial', [0.3, 0.95, 1, 0], '#e28545', [0.5, '#822f50'], '#331f52'),
  gradient('radial', [0.3, 0.95, 1, 0], '#eda055', [0.5, '#a03c4c'], '#472757'),
];

function addDisc(c: Composer, name: string, { x, y, r }: Disc): void {
  c.add(name, 'ellipse', { width: 2 * r, height: 2 * r }, { x, y });
}

/** One half of a ribbon: the crescent between two discs, cut by the fold. */
function half(c: Composer, i: number, side: 'intersect' | 'subtract', paint: Gradient): void {
  c.combine(
    `Ribbon ${i + 1}, ${side === 'intersect' ? 'light' : 'dark'}`,
    side,
    () => {
      c.combine('Crescent', 'subtract', () => {
        addDisc(c, 'Outer disc', discs[i]);
        addDisc(c, 'Inner disc', discs[i + 1]);
      });
      addDisc(c, 'Fold', fold);
    },
    { coats: [c.coat.fill(paint)] },
  );
}

/** The innermost disc, folded like the ribbons round it. */
function addHeart(c: Composer): void {
  const heart = discs[discs.length - 1];
  const inside = () => {
    addDisc(c, 'Heart', heart);
    addDisc(c, 'Fold', fold);
  };
  c.combine('Heart, dark', 'subtract', inside, {
    coats: [c.coat.fill(gradient('radial', [0.2, 0.9, 1, 0.1], '#f6c06a', '#b9533f'))],
  });
  c.combine('Heart, light', 'intersect', inside, {
    coats: [c.coat.fill(gradient('radial', [0.06, 0.92, 0.95, 0.1], '#fffdf6', '#fdeec6'))],
  });
}

/** A comet whose tail is a set of ribbons cut from discs that touch at its head. */
export function cometSwoosh(): Design {
  const c = new Composer('Comet swoosh');
  c.add(
    'Night',
    'rectangle',
    { width: 2000, height: 2000 },
    { x: 1000, y: 1000 },
    {
      coats: [
        c.coat.fill(gradient('radial', [0.28, 0.74, 1.05, -0.05], '#27335e', [0.45, '#141b3c'], '#080b1d')),
      ],
    },
  );
  c.group('Far stars', () => {
    const places: readonly (readonly [number, number, number])[] = [
      [180, 240, 9],
      [420, 120, 5],
      [700, 330, 7],
      [250, 620, 5],
      [1720, 1690, 8],
      [1500, 1840, 5],
      [1840, 1420, 6],
      [1240, 1780, 7],
      [150, 1020, 6],
      [980, 150, 5],
      [1860, 180, 8],
      [1700, 90, 4],
      [90, 1800, 5],
      [820, 1860, 6],
      [560, 500, 4],
      [330, 380, 4],
      [1640, 1560, 4],
      [1100, 1900, 4],
    ];
    for (const [x, y, r] of places)
      c.add(
        'Star',
        'star',
        { radius: 2.4 * r, inner: 0.22, points: 4 },
        { x, y },
        { coats: [c.coat.fill('#dfe6ff')], opacity: 0.8 },
      );
  });
  c.group(
    'Tail',
    () => {
      for (let i = 0; i + 1 < discs.length; i++) {
        half(c, i, 'subtract', dark[i]);
        half(c, i, 'intersect', light[i]);
      }
      addHeart(c);
    },
    { finishes: [c.shadow({ shiftX: 26, shiftY: 40, softness: 110, opacity: 0.6, colour: '#02030c' })] },
  );
  c.add('Nucleus', 'ellipse', { width: 250, height: 250 }, head, {
    coats: [
      c.coat.fill(
        gradient('radial', [0.4, 0.38, 1, 1], '#ffffff', [0.25, '#fff6da'], [0.6, '#fbd58a'], '#ee9a44'),
      ),
    ],
    finishes: [
      c.shadow({
        colour: '#ffd98a',
        shiftX: 0,
        shiftY: 0,
        softness: 120,
        spread: 14,
        opacity: 0.9,
        blend: 'screen',
      }),
    ],
  });
  c.add(
    'Spark',
    'star',
    { radius: 96, inner: 0.16, points: 4 },
    { x: head.x - 34, y: head.y - 38, turn: 14 },
    { coats: [c.coat.fill('#ffffff')], opacity: 0.9 },
  );
  return c.design({ ground: '#080b1d' });
}
