import { colour } from '../../document/fields';
import { gradient } from '../../document/part-builder';
import { defineMockUp } from '../definition';

interface BusinessCards {
  readonly paper: string;
  readonly back: string;
  readonly desk: string;
}

/** Two cards on a desk: the face of one and the back of the other. */
export const businessCards = defineMockUp<BusinessCards>({
  kind: 'business-cards',
  label: 'Business cards',
  about: 'Two cards on a desk, one face up and one face down.',
  alsoKnown: ['visiting card', 'stationery', 'calling card', 'print'],
  fields: [
    colour('paper', 'Paper', 'Of the faces.'),
    colour('back', 'Back', 'Of the backs, which have the mark in the colour of the paper.'),
    colour('desk', 'Desk', 'That they lie on.'),
  ],
  defaults: { paper: '#faf8f2', back: '#1f2b38', desk: '#b9b2a4' },
  build(make, p) {
    make.backdrop('Desk', p.desk, ['#ffffff70', '#0b142070'], [0.09, 2]);
    const card = (name: string, colourOf: string, y: number, turn: number, inside: () => void) =>
      make.group(
        name,
        () => {
          make.box('Card', [820, 500, 6], {}, { coats: [make.coat.fill(colourOf)] });
          inside();
          make.box(
            'Light',
            [820, 500, 6],
            {},
            {
              coats: [
                make.coat.fill(gradient('linear', make.lit(0.6), '#ffffff40', '#ffffff00', '#0b142026')),
              ],
            },
          );
        },
        {
          place: { x: 800, y, turn, skew: 0, scaleX: 1, scaleY: 1 },
          finishes: [
            make.tilted({ topLeftX: 0.05, topRightX: 0.95, topLeftY: 0.07, topRightY: 0.07 }),
            make.finish('grain', { amount: 0.04, size: 1.5 }),
            make.shadow({ by: 'lamp', over: 4, softness: 6, opacity: 0.5 }),
            make.shadow({ by: 'lamp', over: 30, softness: 60, opacity: 0.35 }),
          ],
        },
      );
    card('Back', p.back, 390, 9, () =>
      make.lay([520, 330], {}, {}, { inks: 'tone', ink: p.paper, shown: 'mark' }),
    );
    card('Face', p.paper, 790, -7, () => make.lay([560, 350], {}));
  },
});
