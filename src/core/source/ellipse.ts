import { choice, size } from '../document/fields';
import type { Cubic } from '../geometry/cubic';
import { contourOf, pathOf } from '../geometry/path';
import { defineSource } from './definition';

/** Handle of a quarter circle of radius 1: 4/3·(√2 − 1). */
export const quarter = (4 / 3) * Math.tan(Math.PI / 8);

interface Ellipse {
  readonly width: number;
  readonly height: number;
  readonly begins: 'top' | 'right';
}

/** A circle or an ellipse about the origin. */
export const ellipse = defineSource<Ellipse>({
  kind: 'ellipse',
  label: 'Circle',
  partName: 'Disc',
  about: 'A circle or an ellipse.',
  alsoKnown: ['disc', 'oval', 'round'],
  fields: [
    size('width', 'Width', 'From side to side.'),
    size('height', 'Height', 'From top to bottom.'),
    {
      ...choice(
        'begins',
        'Begins',
        'Where its outline begins: dashes, and what runs along it, count from there.',
        {
          top: 'At the top',
          right: 'At the right',
        },
      ),
      absent: 'top',
    },
  ],
  defaults: { width: 200, height: 200, begins: 'top' },
  outline({ width, height, begins }) {
    const a = width / 2;
    const b = height / 2;
    const k = quarter;
    const cubics: Cubic[] = [
      [0, -b, k * a, -b, a, -k * b, a, 0],
      [a, 0, a, k * b, k * a, b, 0, b],
      [0, b, -k * a, b, -a, k * b, -a, 0],
      [-a, 0, -a, -k * b, -k * a, -b, 0, -b],
    ];
    // Clockwise from either; files of SVG begin at the right (SVG 2, 10.3).
    const [first, ...rest] = cubics;
    return pathOf([contourOf(begins === 'right' ? [...rest, first] : cubics, true)]);
  },
  fit: (p, width, height) => ({ ...p, width, height }),
  resize: (p, sx, sy) => ({ ...p, width: p.width * sx, height: p.height * sy }),
});
