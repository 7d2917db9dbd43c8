import { colour } from '../../document/fields';
import { gradient } from '../../document/part-builder';
import { roundCylinder } from '../builder';
import { defineMockUp } from '../definition';

interface Cup {
  readonly glaze: string;
  readonly wall: string;
  readonly table: string;
}

/** A glazed cup on a table. */
export const cup = defineMockUp<Cup>({
  kind: 'cup',
  label: 'Cup',
  about: 'A glazed cup on a table, the mark round it.',
  alsoKnown: ['mug', 'coffee', 'tea', 'crockery'],
  fields: [
    colour('glaze', 'Glaze', 'Of the cup.'),
    colour('wall', 'Wall', 'Behind it.'),
    colour('table', 'Table', 'That it stands on.'),
  ],
  defaults: { glaze: '#f4f1ea', wall: '#c9cfcc', table: '#a58a66' },
  build(make, p) {
    make.box(
      'Wall',
      [1640, 1240],
      { x: 800, y: 600 },
      {
        coats: [
          make.coat.fill(p.wall),
          make.coat.fill(gradient('radial', [0.36, 0.3, 1.1, 0.3], '#ffffff60', '#ffffff00', '#0b142048')),
        ],
        finishes: [make.finish('grain', { amount: 0.05, size: 2 })],
      },
    );
    make.box(
      'Table',
      [1640, 380],
      { x: 800, y: 1050 },
      {
        coats: [
          make.coat.fill(p.table),
          make.coat.fill(gradient('linear', [0, 0, 0, 1], '#0b142048', [0.1, '#ffffff22'], '#0b142030')),
        ],
        finishes: [make.finish('grain', { amount: 0.1, size: 2 })],
      },
    );
    const side = Math.sin((p.light * Math.PI) / 180) < 0 ? 1 : -1;
    const shadow = (
      name: string,
      radii: readonly [number, number],
      at: { readonly x: number; readonly y: number },
      opacity: number,
      softness: number,
    ) =>
      make.disc(name, radii, at, {
        coats: [make.coat.fill('#0b1420')],
        opacity,
        blend: 'multiply',
        finishes: [make.finish('blur', { softness })],
      });
    shadow('Shadow', [430, 62], { x: 760 + side * 150, y: 938 }, 0.42, 70);
    shadow('Foot shadow', [268, 38], { x: 760, y: 936 }, 0.6, 20);
    make.add(
      'Handle',
      'ring',
      { radius: 168, inner: 0.7 },
      { x: 1050, y: 625, scaleX: 0.86, scaleY: 1.15 },
      {
        coats: [
          make.coat.fill(p.glaze),
          make.coat.fill(gradient('linear', [0, 0, 1, 1], '#ffffff30', '#0b142038')),
        ],
        finishes: [
          make.finish('bevel', {
            width: 24,
            rise: 26,
            profile: 'round',
            softness: 0.6,
            shine: 0.4,
            shadeOpacity: 0.4,
          }),
        ],
      },
    );
    const shade = gradient(
      'linear',
      side > 0 ? [0, 0, 1, 0] : [1, 0, 0, 0],
      '#0b142068',
      [0.09, '#0b142024'],
      [0.24, '#ffffff50'],
      [0.33, '#ffffff3a'],
      [0.5, '#0b142000'],
      [0.78, '#0b142040'],
      [0.94, '#0b14207a'],
      '#0b142058',
    );
    const body = (name: string, coats: ReturnType<typeof make.coat.fill>[]) =>
      make.combine(
        name,
        'union',
        () => {
          make.add('Side', 'rectangle', { width: 560, height: 502 }, { x: 760, y: 639 });
          make.disc('Lip', [280, 44], { x: 760, y: 388 }, {});
          make.disc('Foot', [280, 62], { x: 760, y: 890 }, {});
        },
        { coats },
      );
    body('Body', [make.coat.fill(p.glaze)]);
    make.lay([400, 360], { x: 760, y: 668 }, { finishes: [make.bent(roundCylinder(0.8, 0.09))] });
    body('Shade', [make.coat.fill(shade)]);
    make.disc(
      'Rim',
      [280, 44],
      { x: 760, y: 388 },
      {
        coats: [
          make.coat.fill(p.glaze),
          make.coat.fill(gradient('linear', [0, 0, 1, 0], '#ffffff40', '#0b142030')),
        ],
      },
    );
    make.disc(
      'Inside',
      [264, 36],
      { x: 760, y: 390 },
      {
        coats: [
          make.coat.fill(p.glaze),
          make.coat.fill(gradient('linear', [0, 0, 0, 1], '#0b1420b0', '#0b142038')),
        ],
      },
    );
  },
});
