import { colour } from '../../document/fields';
import { gradient } from '../../document/part-builder';
import { defineMockUp } from '../definition';

interface AppIcons {
  readonly body: string;
  readonly top: string;
  readonly foot: string;
  readonly surface: string;
}

/** Tints of the icons beside it. */
const tints = ['#d8c08a', '#7f9aa6', '#c47f5a', '#8fa58a', '#5d6f86', '#b9a0b0', '#a3b7ad', '#cfa76a'];

/** Icons across and down, and the place of the one that shows the sheet. */
const [across, down] = [4, 4];
const own = 5;

/** An icon among others on the screen of a telephone. */
export const appIcons = defineMockUp<AppIcons>({
  kind: 'app-icons',
  label: 'App icon',
  about: 'An icon among others on the screen of a telephone.',
  alsoKnown: ['phone', 'mobile', 'home screen', 'launcher', 'favicon'],
  fields: [
    colour('body', 'Body', 'Of the telephone.'),
    colour('top', 'Screen', 'At its top.'),
    colour('foot', 'Screen below', 'At its foot.'),
    colour('surface', 'Surface', 'That it lies on.'),
  ],
  defaults: {
    body: '#23272c',
    top: '#20384f',
    foot: '#6f86a0',
    surface: '#c8c1b2',
    shown: 'sheet',
  },
  build(make, p) {
    make.backdrop('Surface', p.surface, ['#ffffff70', '#0b142060'], [0.08, 2]);
    make.group(
      'Telephone',
      () => {
        make.box(
          'Body',
          [960, 1500, 110],
          {},
          {
            coats: [make.coat.fill(p.body)],
            finishes: [make.finish('bevel', { width: 16, rise: 14, profile: 'round', shine: 0.7 })],
          },
        );
        make.box(
          'Screen',
          [892, 1432, 80],
          {},
          {
            coats: [make.coat.fill(gradient('linear', [0.3, 0, 0.7, 1], p.top, p.foot))],
          },
        );
        for (let i = 0; i < across * down; i++) {
          const [x, y] = [-318 + (i % across) * 212, -520 + Math.floor(i / across) * 250];
          const at = { x, y };
          if (i === own)
            make.clip(
              'Own icon',
              () => {
                make.box('Ground', [150, 150], {}, { coats: [make.coat.fill('#ffffff')] });
                make.lay([150, 150], {}, {}, { fit: 'cover' });
                make.box('Corners', [150, 150, 34], {}, {});
              },
              {
                place: { ...at, turn: 0, skew: 0, scaleX: 1, scaleY: 1 },
                finishes: [make.shadow({ by: 'shift', shiftY: 6, softness: 16, opacity: 0.4 })],
              },
            );
          else
            make.box('Icon', [150, 150, 34], at, {
              coats: [
                make.coat.fill(tints[(i * 5) % tints.length]),
                make.coat.fill(gradient('linear', [0, 0, 0, 1], '#ffffff30', '#0b142020')),
              ],
              opacity: 0.82,
            });
          make.box(
            'Name',
            [i % 3 ? 96 : 74, 12, 6],
            { x, y: y + 104 },
            { coats: [make.coat.fill('#ffffffb0')] },
          );
        }
        make.box(
          'Glass',
          [892, 1432, 80],
          {},
          {
            coats: [
              make.coat.fill(
                gradient(
                  'linear',
                  [0, 0.1, 1, 0.62],
                  '#ffffff40',
                  [0.42, '#ffffff16'],
                  [0.425, '#ffffff00'],
                  '#ffffff00',
                ),
              ),
            ],
          },
        );
      },
      {
        place: { x: 800, y: 880, turn: -7, skew: 0, scaleX: 1, scaleY: 1 },
        finishes: [
          make.shadow({ by: 'lamp', over: 14, softness: 20, opacity: 0.6 }),
          make.shadow({ by: 'lamp', over: 60, softness: 110, opacity: 0.45 }),
        ],
      },
    );
  },
});
