import { gridOf } from '../../bend/grid/grid';
import type { Gradient } from '../../coat';
import { colour } from '../../document/fields';
import { gradient } from '../../document/part-builder';
import { defineMockUp } from '../definition';

interface Cloth {
  readonly cloth: string;
  readonly wall: string;
  readonly rod: string;
}

/** Folds across the cloth, and how deep they hang. */
const folds = 4.5;
const deep = 0.017;

/** Light and shade of the folds, across the cloth: light where they face the light. */
const shadeOf = (toRight: number, strength: number): Gradient =>
  gradient(
    'linear',
    [0, 0, 1, 0],
    ...Array.from({ length: 8 * folds + 1 }, (_, i): readonly [number, string] => {
      const s = Math.cos((Math.PI * i) / 4) * toRight;
      const alpha = Math.round(Math.abs(s) * strength * (s > 0 ? 100 : 130));
      return [i / (8 * folds), `${s > 0 ? '#ffffff' : '#0b1420'}${alpha.toString(16).padStart(2, '0')}`];
    }),
  );

/** Hanging folds: the cloth goes to and fro, and its foot up and down with it. */
const hanging = gridOf(
  Array.from({ length: 19 }, (_, i) => i / 18),
  [0, 0.5, 1],
  (u, v) => {
    const w = 2 * Math.PI * folds;
    const a = w * u;
    const go = 0.006 * v;
    return [
      u + go * Math.sin(a) * 1.4,
      v + deep * v * Math.sin(a),
      1 + go * 1.4 * w * Math.cos(a),
      deep * v * w * Math.cos(a),
      0.006 * Math.sin(a) * 1.4,
      1 + deep * Math.sin(a),
      0.006 * 1.4 * w * Math.cos(a),
      deep * w * Math.cos(a),
    ];
  },
);

/** A banner of cloth that hangs from a rod in folds. */
export const cloth = defineMockUp<Cloth>({
  kind: 'cloth',
  label: 'Cloth',
  about: 'A banner of cloth that hangs from a rod in folds.',
  alsoKnown: ['banner', 'flag', 'textile', 'fabric', 'curtain'],
  fields: [
    colour('cloth', 'Cloth', 'Of the banner.'),
    colour('wall', 'Wall', 'Behind it.'),
    colour('rod', 'Rod', 'That it hangs from.'),
  ],
  defaults: { cloth: '#ece6d6', wall: '#7d8a8f', rod: '#8a6a3a' },
  build(make, p) {
    make.backdrop('Wall', p.wall, ['#ffffff50', '#0b142070'], [0.08, 2.5]);
    const toRight = Math.sin((p.light * Math.PI) / 180) < 0 ? 1 : -1;
    make.group(
      'Banner',
      () => {
        make.box('Cloth', [980, 920], {}, { coats: [make.coat.fill(p.cloth)] });
        make.lay([720, 640], { y: 10 });
        make.box(
          'Folds',
          [980, 920],
          {},
          {
            coats: [make.coat.fill(shadeOf(toRight, 1))],
            blend: 'soft-light',
          },
        );
        make.box(
          'Depth',
          [980, 920],
          {},
          {
            coats: [make.coat.fill(shadeOf(toRight, 0.4))],
            finishes: [make.finish('fade', { from: 0.25, to: 1 })],
          },
        );
        make.box('Hem', [980, 8], { y: 438 }, { coats: [make.coat.fill('#0b142030')] });
      },
      {
        place: { x: 800, y: 630, turn: 0, skew: 0, scaleX: 1, scaleY: 1 },
        finishes: [
          make.bent(hanging),
          make.finish('grain', { amount: 0.12, size: 2 }),
          make.shadow({ by: 'lamp', over: 40, softness: 70, opacity: 0.5 }),
        ],
      },
    );
    make.box(
      'Rod',
      [1180, 30, 15],
      { x: 800, y: 168 },
      {
        coats: [
          make.coat.fill(p.rod),
          make.coat.fill(
            gradient(
              'linear',
              [0, 0, 0, 1],
              '#ffffff50',
              [0.3, '#ffffff80'],
              [0.6, '#0b142000'],
              '#0b142090',
            ),
          ),
        ],
        finishes: [make.shadow({ by: 'lamp', over: 20, softness: 30, opacity: 0.5 })],
      },
    );
    for (const x of [198, 1402])
      make.disc(
        'Knob',
        [30, 30],
        { x, y: 168 },
        {
          coats: [
            make.coat.fill(p.rod),
            make.coat.fill(gradient('radial', [0.35, 0.3, 0.9, 0.9], '#ffffffa0', '#ffffff00', '#0b142090')),
          ],
          finishes: [make.shadow({ by: 'lamp', over: 24, softness: 30, opacity: 0.5 })],
        },
      );
  },
});
