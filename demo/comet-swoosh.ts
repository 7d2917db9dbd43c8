import type { Design } from '@/core';
import { cutAlong, removeParts } from '@/core/edit';
import { Composer, gradient } from './composer';

interface Disc {
  readonly name: string;
  readonly x: number;
  readonly y: number;
  readonly r: number;
}

/** Where all discs touch: the comet's head. */
const head = { x: 470, y: 1520 };

/** Discs that touch at the head, each smaller than the last and swung a little further round. */
const discs: readonly Disc[] = [760, 610, 470, 345, 235, 140].map((r, i) => {
  const a = ((-62 + 9 * i) * Math.PI) / 180;
  const x = Number((head.x + r * Math.cos(a)).toFixed(1));
  const y = Number((head.y + r * Math.sin(a)).toFixed(1));
  return { name: `Disc ${i + 1}`, x, y, r };
});

/** The great disc along whose edge the others are cut into a light and a dark side. */
const fold: Disc = { name: 'Fold', x: 60, y: 700, r: 980 };

const light = gradient(
  'radial',
  [0.1, 0.9, 0.95, 0.05],
  '#fff3cf',
  [0.3, '#f6bd62'],
  [0.65, '#d9573f'],
  '#7a2048',
);
const dark = gradient('radial', [0.1, 0.95, 1, 0], '#e58a4a', [0.4, '#7b2a52'], '#1a1440');

function addDisc(c: Composer, { name, x, y, r }: Disc, paint: typeof light | null): void {
  const coats = paint ? [c.coat.fill(paint)] : [];
  c.add(name, 'ellipse', { width: 2 * r, height: 2 * r }, { x, y }, { coats });
}

/** A comet whose tail is discs that touch at its head, cut along one great disc. */
export function cometSwoosh(): Design {
  const c = new Composer('Comet swoosh');
  c.add(
    'Night',
    'rectangle',
    { width: 2000, height: 2000 },
    { x: 1000, y: 1000 },
    {
      coats: [
        c.coat.fill(gradient('radial', [0.24, 0.76, 1.05, -0.05], '#2a3768', [0.5, '#131a3a'], '#070a1c')),
      ],
    },
  );
  c.group('Far stars', () => {
    const row = (
      x: number,
      y: number,
      radius: number,
      count: number,
      stepX: number,
      stepY: number,
      stepTurn: number,
    ) =>
      c.add(
        'Stars',
        'star',
        { radius, inner: 0.22, points: 4 },
        { x, y },
        {
          coats: [c.coat.fill('#dfe6ff')],
          opacity: 0.8,
          steps: [c.step('trail', { count, stepX, stepY, stepTurn, stepScale: 0.86 })],
        },
      );
    row(170, 240, 22, 5, 310, -50, 12);
    row(1840, 1380, 18, 6, -190, 150, -16);
    row(120, 980, 14, 3, 90, 420, 20);
    row(1830, 160, 20, 3, -60, 260, 14);
  });
  for (const disc of discs) addDisc(c, disc, light);
  addDisc(c, fold, null);
  // What lies outside the fold is dark; of the greatest disc only the flame outside of it is kept.
  const shade = (name: string) => [name, { coats: [c.coat.fill(dark)] }] as const;
  const [greatest, ...smaller] = discs;
  const cut = (d: Design, ids: readonly string[]) => {
    const made = cutAlong(d, d.sheets[0].id, ids).design;
    const within = Object.values(made.parts).filter((p) => p.name === `${greatest.name}, piece 2`);
    return removeParts(
      made,
      made.sheets[0].id,
      within.map((p) => p.id),
    );
  };
  c.edit([...discs.map((d) => d.name), fold.name], cut, {
    ...Object.fromEntries(smaller.map((d) => shade(`${d.name}, piece 2`))),
    Cut: {
      name: 'Tail',
      finishes: [c.shadow({ shiftX: 26, shiftY: 40, softness: 110, opacity: 0.6, colour: '#02030c' })],
    },
  });
  c.add('Nucleus', 'ellipse', { width: 230, height: 230 }, head, {
    coats: [c.coat.fill(gradient('radial', [0.4, 0.38, 1, 1], '#fffdf4', [0.35, '#ffe9b4'], '#ee9a44'))],
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
  return c.design({ ground: '#070a1c' });
}
