import { colour } from '../../document/fields';
import { gradient } from '../../document/part-builder';
import { defineMockUp } from '../definition';

interface LapelBadge {
  readonly metal: string;
  readonly enamel: string;
  readonly felt: string;
}

/** A round badge of enamel in metal, on the lapel of a coat. */
export const lapelBadge = defineMockUp<LapelBadge>({
  kind: 'lapel-badge',
  label: 'Lapel badge',
  about: 'A round badge of enamel in metal, on the lapel of a coat.',
  alsoKnown: ['pin', 'button', 'brooch', 'merchandise'],
  fields: [
    colour('metal', 'Metal', 'Of the rim.'),
    colour('enamel', 'Enamel', 'That the mark lies in.'),
    colour('felt', 'Felt', 'Of the coat.'),
  ],
  defaults: { metal: '#c9a457', enamel: '#f1ecdd', felt: '#3a4652' },
  build(make, p) {
    const felt = (dim: string) => [
      make.coat.fill(p.felt),
      make.coat.fill({ ...gradient('linear', make.lit(0.6), '#ffffff2c', '#ffffff00', dim) }),
    ];
    make.box(
      'Coat',
      [1640, 1240],
      { x: 800, y: 600 },
      {
        coats: felt('#0b1420a0'),
        finishes: [make.finish('grain', { amount: 0.2, size: 2.5 })],
      },
    );
    make.polygon(
      'Lapel',
      [-760, -760, 640, -760, 830, -300, 560, -215, 720, -150, 90, 900, -760, 900],
      { x: 640, y: 560 },
      {
        coats: felt('#0b142060'),
        finishes: [
          make.finish('grain', { amount: 0.2, size: 2.5, seed: 7 }),
          make.finish('edge-light', { width: 5, softness: 8, opacity: 0.25 }),
          make.shadow({ by: 'lamp', over: 34, softness: 60, opacity: 0.7 }),
        ],
      },
    );
    make.group(
      'Badge',
      () => {
        make.disc(
          'Rim',
          [330, 330],
          {},
          {
            coats: [
              make.coat.fill(p.metal),
              make.coat.fill(
                gradient(
                  'conic',
                  [0.5, 0.5, 1, 0.5],
                  '#ffffff90',
                  '#0b142060',
                  '#ffffff70',
                  '#0b142070',
                  '#ffffffa0',
                  '#0b142050',
                  '#ffffff90',
                ),
              ),
            ],
            finishes: [
              make.finish('bevel', { width: 22, rise: 22, profile: 'round', shine: 0.8, gloss: 30 }),
            ],
          },
        );
        make.clip('Enamel', () => {
          make.disc('Ground', [286, 286], {}, { coats: [make.coat.fill(p.enamel)] });
          make.lay([392, 392], {});
          make.disc(
            'Glaze',
            [286, 286],
            {},
            {
              coats: [
                make.coat.fill(
                  gradient('radial', [0.5, 0.5, 1, 0.5], '#0b142000', [0.8, '#0b142010'], '#0b142066'),
                ),
                make.coat.fill(
                  gradient('linear', make.lit(0.5), '#ffffff8c', [0.4, '#ffffff14'], '#ffffff00'),
                ),
              ],
            },
          );
          make.disc('Edge', [286, 286], {}, {});
        });
        make.add(
          'Inner edge',
          'ring',
          { radius: 296, inner: 0.955 },
          {},
          {
            coats: [make.coat.fill(p.metal)],
            finishes: [make.finish('bevel', { width: 6, rise: 6, profile: 'round', shine: 0.6 })],
          },
        );
        make.disc(
          'Gloss',
          [200, 96],
          { x: -60, y: -150, turn: -24 },
          {
            coats: [make.coat.fill(gradient('linear', [0, 0, 0, 1], '#ffffffb0', '#ffffff00'))],
            opacity: 0.55,
            finishes: [make.finish('blur', { softness: 10 })],
          },
        );
      },
      {
        place: { x: 690, y: 590, turn: 0, skew: 0, scaleX: 1, scaleY: 1 },
        finishes: [
          make.shadow({ by: 'lamp', over: 10, softness: 14, opacity: 0.7 }),
          make.shadow({ by: 'lamp', over: 30, softness: 56, opacity: 0.5 }),
        ],
      },
    );
  },
});
