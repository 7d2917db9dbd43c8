import { colour } from '../../document/fields';
import { gradient } from '../../document/part-builder';
import { defineMockUp } from '../definition';

interface EnamelSign {
  readonly plate: string;
  readonly edge: string;
  readonly wall: string;
}

/** An enamelled plate, screwed to a boarded wall. */
export const enamelSign = defineMockUp<EnamelSign>({
  kind: 'enamel-sign',
  label: 'Enamel sign',
  about: 'An enamelled plate on a boarded wall.',
  alsoKnown: ['plaque', 'door sign', 'street sign', 'signage'],
  fields: [
    colour('plate', 'Plate', 'Of the enamel.'),
    colour('edge', 'Edge', 'Of the band about the plate.'),
    colour('wall', 'Wall', 'Of the boards.'),
  ],
  defaults: { plate: '#f3efe2', edge: '#20415c', wall: '#8b8a7c' },
  build(make, p) {
    const boards = 6;
    const high = 1200 / boards;
    make.group(
      'Wall',
      () => {
        for (let i = 0; i < boards; i++)
          make.box(
            `Board ${i + 1}`,
            [1640, high],
            { x: 800, y: high * (i + 0.5) },
            {
              coats: [
                make.coat.fill(p.wall),
                make.coat.fill(
                  gradient(
                    'linear',
                    [0, 0, 0, 1],
                    '#00000070',
                    [0.035, '#ffffff38'],
                    [0.12, '#ffffff14'],
                    [0.75, '#00000012'],
                    [0.965, '#00000038'],
                    '#000000a0',
                  ),
                ),
              ],
            },
          );
        make.box(
          'Daylight',
          [1640, 1240],
          { x: 800, y: 600 },
          {
            coats: [make.coat.fill(gradient('linear', make.lit(0.7), '#ffffff30', '#ffffff00', '#10182050'))],
          },
        );
      },
      { finishes: [make.finish('grain', { amount: 0.16, size: 3 })] },
    );
    make.group(
      'Sign',
      () => {
        make.box(
          'Edge',
          [1060, 860, 46],
          {},
          {
            coats: [make.coat.fill(p.edge)],
            finishes: [
              make.finish('bevel', { width: 16, rise: 14, profile: 'round', shine: 0.6, lightOpacity: 0.9 }),
            ],
          },
        );
        make.box(
          'Plate',
          [980, 780, 26],
          {},
          {
            coats: [
              make.coat.fill(p.plate),
              make.coat.fill(
                gradient('linear', make.lit(0.6), '#ffffff66', [0.45, '#ffffff00'], '#0b142030'),
              ),
            ],
          },
        );
        make.lay([760, 580], {});
        for (const [x, y] of [
          [-440, -340],
          [440, -340],
          [440, 340],
          [-440, 340],
        ]) {
          make.disc(
            'Screw',
            [17, 17],
            { x, y },
            {
              coats: [make.coat.fill(gradient('linear', make.lit(0.5), '#e9e4d4', '#6d6a60'))],
              finishes: [make.shadow({ by: 'lamp', over: 6, softness: 8, opacity: 0.6 })],
            },
          );
          make.box(
            'Slot',
            [24, 4],
            { x, y, turn: 35 + x / 9 + y / 20 },
            { coats: [make.coat.fill('#2b2a26')] },
          );
        }
        make.box(
          'Gloss',
          [980, 780, 26],
          {},
          {
            coats: [
              make.coat.fill(
                gradient(
                  'linear',
                  make.lit(0.55),
                  '#ffffff55',
                  [0.22, '#ffffff2e'],
                  [0.225, '#ffffff00'],
                  [0.6, '#ffffff00'],
                  [0.7, '#ffffff12'],
                  '#ffffff00',
                ),
              ),
            ],
          },
        );
      },
      {
        place: { x: 800, y: 590, turn: 0, skew: 0, scaleX: 1, scaleY: 1 },
        finishes: [
          make.tilted({ topRightX: 0.985, topRightY: 0.02, bottomRightX: 0.985, bottomRightY: 0.985 }),
          make.shadow({ by: 'lamp', over: 26, softness: 44, opacity: 0.55 }),
        ],
      },
    );
  },
});
