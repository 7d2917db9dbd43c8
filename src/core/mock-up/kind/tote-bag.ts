import { evenMesh } from '../../coat/paint/mesh';
import { colour } from '../../document/fields';
import { gradient } from '../../document/part-builder';
import { defineMockUp } from '../definition';

interface ToteBag {
  readonly cloth: string;
  readonly handles: string;
  readonly wall: string;
}

/** Soft dents of the bag: where, how far they reach, and how much they lighten or darken. */
const dents = [
  [0.2, 0.75, 0.22, -0.6],
  [0.33, 0.85, 0.18, 0.5],
  [0.82, 0.62, 0.2, -0.5],
  [0.7, 0.8, 0.2, 0.45],
  [0.5, 0.1, 0.3, 0.35],
  [0.08, 0.3, 0.14, -0.5],
  [0.93, 0.25, 0.12, -0.6],
] as const;

function dentAt(u: number, v: number): string {
  const s = dents.reduce(
    (sum, [x, y, r, k]) => sum + k * Math.exp(-(((u - x) / r) ** 2 + ((v - y) / r) ** 2)),
    0,
  );
  const alpha = Math.round(Math.min(1, Math.abs(s)) * 150);
  return `${s > 0 ? '#ffffff' : '#0b1420'}${alpha.toString(16).padStart(2, '0')}`;
}

const outline = [-360, -400, 360, -400, 400, 470, -400, 470];

/** A bag of cotton that hangs by its handles. */
export const toteBag = defineMockUp<ToteBag>({
  kind: 'tote-bag',
  label: 'Tote bag',
  about: 'A bag of cotton that hangs by its handles, the mark printed on it.',
  alsoKnown: ['shopper', 'carrier bag', 'merchandise', 'textile'],
  fields: [
    colour('cloth', 'Cloth', 'Of the bag.'),
    colour('handles', 'Handles', 'Of the bands.'),
    colour('wall', 'Wall', 'Behind it.'),
  ],
  defaults: { cloth: '#e9e1cd', handles: '#d9ceb4', wall: '#a9b3b0' },
  build(make, p) {
    make.backdrop('Wall', p.wall, ['#ffffff60', '#0b142058'], [0.06, 2]);
    const handle = (name: string, x: number, y: number, high: number) =>
      make.add(
        name,
        'path',
        {
          contours: [
            {
              xy: [-165, 60, -150, -high, -95, -high, 0, -high, 95, -high, 150, -high, 165, 60],
              closed: false,
            },
          ],
        },
        { x: 800 + x, y },
        {
          coats: [make.coat.stroke(46, p.handles, { cap: 'butt' } as object)],
          finishes: [
            make.finish('bevel', {
              width: 14,
              rise: 9,
              profile: 'round',
              lightOpacity: 0.5,
              shadeOpacity: 0.35,
              shine: 0,
            }),
            make.finish('grain', { amount: 0.16, size: 2 }),
            make.shadow({ by: 'lamp', over: 16, softness: 26, opacity: 0.5 }),
          ],
        },
      );
    handle('Handle behind', 12, 288, 150);
    make.group(
      'Bag',
      () => {
        make.polygon(
          'Cloth',
          outline,
          {},
          {
            coats: [make.coat.fill(p.cloth)],
            steps: [make.step('round-corners', { radius: 18 })],
          },
        );
        make.lay(
          [520, 520],
          { y: 50 },
          {
            blend: 'multiply',
            opacity: 0.96,
            finishes: [make.finish('wave-painted', { height: 5, length: 470, direction: 20 })],
          },
        );
        make.polygon(
          'Dents',
          outline,
          {},
          {
            coats: [make.coat.fill(evenMesh(8, 8, dentAt))],
            steps: [make.step('round-corners', { radius: 18 })],
            blend: 'soft-light',
          },
        );
        make.polygon(
          'Light',
          outline,
          {},
          {
            coats: [
              make.coat.fill(gradient('linear', make.lit(0.55), '#ffffff48', '#ffffff00', '#0b142058')),
            ],
            steps: [make.step('round-corners', { radius: 18 })],
          },
        );
        make.box('Hem', [716, 3], { y: -345 }, { coats: [make.coat.fill('#0b142055')] });
        make.box('Seam', [3, 800], { x: -372, y: 50, turn: 2.6 }, { coats: [make.coat.fill('#0b142030')] });
        make.box(
          'Other seam',
          [3, 800],
          { x: 372, y: 50, turn: -2.6 },
          { coats: [make.coat.fill('#0b142030')] },
        );
      },
      {
        place: { x: 800, y: 700, turn: 0, skew: 0, scaleX: 1, scaleY: 1 },
        finishes: [
          make.finish('grain', { amount: 0.16, size: 2 }),
          make.shadow({ by: 'lamp', over: 34, softness: 64, opacity: 0.5 }),
        ],
      },
    );
    handle('Handle in front', 0, 358, 232);
  },
});
