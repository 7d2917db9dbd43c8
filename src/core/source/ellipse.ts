import { size } from '../document/fields';
import type { Cubic } from '../geometry/cubic';
import { contourOf, pathOf } from '../geometry/path';
import { defineSource } from './definition';

/** Handle of a quarter circle of radius 1: 4/3·(√2 − 1). */
export const quarter = (4 / 3) * Math.tan(Math.PI / 8);

/** A circle or an ellipse about the origin. */
export const ellipse = defineSource({
  kind: 'ellipse',
  label: 'Circle',
  partName: 'Disc',
  about: 'A circle or an ellipse.',
  alsoKnown: ['disc', 'oval', 'round'],
  fields: [size('width', 'Width', 'From side to side.'), size('height', 'Height', 'From top to bottom.')],
  defaults: { width: 200, height: 200 },
  outline({ width, height }) {
    const a = width / 2;
    const b = height / 2;
    const k = quarter;
    const cubics: Cubic[] = [
      [0, -b, k * a, -b, a, -k * b, a, 0],
      [a, 0, a, k * b, k * a, b, 0, b],
      [0, b, -k * a, b, -a, k * b, -a, 0],
      [-a, 0, -a, -k * b, -k * a, -b, 0, -b],
    ];
    return pathOf([contourOf(cubics, true)]);
  },
  fit: (p, width, height) => ({ ...p, width, height }),
  resize: (p, sx, sy) => ({ ...p, width: p.width * sx, height: p.height * sy }),
});
