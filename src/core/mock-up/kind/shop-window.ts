import { colour } from '../../document/fields';
import { gradient } from '../../document/part-builder';
import { defineMockUp } from '../definition';

interface ShopWindow {
  readonly frame: string;
  readonly awning: string;
  readonly room: string;
}

/** Lamps of the room: where they hang, and how large they look. */
const lamps = [
  [-420, -190, 46],
  [-60, -240, 60],
  [330, -170, 40],
  [500, -260, 52],
] as const;

/** The mark on the glass of a shop, the room behind it lit. */
export const shopWindow = defineMockUp<ShopWindow>({
  kind: 'shop-window',
  label: 'Shop window',
  about: 'On the glass of a shop, with the lit room behind it.',
  alsoKnown: ['glass', 'vinyl', 'storefront', 'decal', 'signage'],
  fields: [
    colour('frame', 'Frame', 'Of the woodwork.'),
    colour('awning', 'Awning', 'Every other stripe of it.'),
    colour('room', 'Room', 'Behind the glass.'),
  ],
  defaults: { frame: '#2c4a45', awning: '#b4552f', room: '#3b3a34', inks: 'tone', ink: '#f7f2e4' },
  build(make, p) {
    make.backdrop('Front', p.frame, ['#ffffff28', '#0b142060'], [0.06, 2]);
    make.clip(
      'Window',
      () => {
        make.box(
          'Room',
          [1320, 840],
          {},
          {
            coats: [
              make.coat.fill(p.room),
              make.coat.fill(
                gradient('radial', [0.5, 0.25, 1.15, 0.5], '#ffca7a66', '#ffb65a1c', '#0b142090'),
              ),
            ],
          },
        );
        make.group(
          'Shelves',
          () => {
            for (const [i, x] of [-520, -290, 60, 250, 520].entries())
              make.box(
                'Ware',
                [150 + 20 * (i % 3), 190 + 40 * (i % 2), 20],
                { x, y: 250 - 20 * (i % 2) },
                {
                  coats: [make.coat.fill(i % 2 ? '#c08a4a' : '#6f7f76')],
                  opacity: 0.55,
                },
              );
            make.box('Shelf', [1340, 26], { y: 362 }, { coats: [make.coat.fill('#c9a878')], opacity: 0.7 });
            for (const [x, y, r] of lamps)
              make.disc('Lamp', [r, r], { x, y }, { coats: [make.coat.fill('#ffe2a8')], opacity: 0.9 });
          },
          { finishes: [make.finish('blur', { softness: 34 })] },
        );
        make.lay(
          [820, 500],
          { y: 10 },
          {
            opacity: 0.96,
            finishes: [make.shadow({ by: 'shift', shiftX: 10, shiftY: 14, softness: 16, opacity: 0.4 })],
          },
        );
        for (const [x, wide, strong] of [
          [-430, 250, 0.17],
          [-220, 60, 0.12],
          [420, 330, 0.1],
        ])
          make.box(
            'Reflection',
            [wide, 1100],
            { x, y: 0, skew: -28 },
            {
              coats: [make.coat.fill(gradient('linear', [0, 0, 0, 1], '#ffffff', '#dfeaf400'))],
              opacity: strong * 2,
              blend: 'screen',
            },
          );
        make.box('Glass', [1320, 840, 4], {}, {});
      },
      { place: { x: 800, y: 700, turn: 0, skew: 0, scaleX: 1, scaleY: 1 } },
    );
    make.add(
      'Rebate',
      'rectangle',
      { width: 1344, height: 864 },
      { x: 800, y: 700 },
      {
        coats: [make.coat.stroke(28, p.frame)],
        finishes: [
          make.finish('bevel', { width: 12, rise: 10, profile: 'round', lightOpacity: 0.5 }),
          make.finish('soft-shadow', { by: 'lamp', over: 10, softness: 24, opacity: 0.6 }),
        ],
      },
    );
    make.group(
      'Awning',
      () => {
        const stripes = 12;
        const wide = 1640 / stripes;
        for (let i = 0; i < stripes; i++)
          make.add(
            `Stripe ${i + 1}`,
            'rectangle',
            { width: wide, height: 250, bottomLeft: wide / 2, bottomRight: wide / 2 },
            { x: -20 + wide * (i + 0.5), y: 95 },
            {
              coats: [
                make.coat.fill(i % 2 ? '#f3ead6' : p.awning),
                make.coat.fill(
                  gradient(
                    'linear',
                    [0, 0, 0, 1],
                    '#0b142060',
                    [0.5, '#ffffff20'],
                    [0.7, '#0b142038'],
                    [0.72, '#ffffff18'],
                    '#0b142050',
                  ),
                ),
              ],
            },
          );
      },
      { finishes: [make.shadow({ by: 'shift', shiftX: 0, shiftY: 46, softness: 60, opacity: 0.6 })] },
    );
  },
});
