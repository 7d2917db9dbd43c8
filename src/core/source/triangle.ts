import { share, size } from '../document/fields';
import { pathOf, polygonContour } from '../geometry/path';
import { defineSource } from './definition';

/** A triangle on a level base; `apex` says how far along the base its point stands: 0.5 is isosceles, 0 and 1 right-angled. */
export const triangle = defineSource({
  kind: 'triangle',
  label: 'Triangle',
  about: 'A triangle on a base, isosceles or not.',
  fields: [
    size('width', 'Width', 'Of the base.'),
    size('height', 'Height', 'From the base to the point.'),
    share(
      'apex',
      'Apex',
      'Where along the base the point stands: in the middle at 50 %, over an end at 0 or 100 %.',
      -2,
      3,
    ),
  ],
  defaults: { width: 200, height: 170, apex: 0.5 },
  outline: ({ width, height, apex }) =>
    pathOf([
      polygonContour([
        { x: (apex - 0.5) * width, y: -height / 2 },
        { x: width / 2, y: height / 2 },
        { x: -width / 2, y: height / 2 },
      ]),
    ]),
  fit: (p, width, height) => ({ ...p, width, height }),
  resize: (p, sx, sy) => ({ ...p, width: p.width * sx, height: p.height * sy }),
  handles: ({ width, height, apex }) => [
    { id: 'apex', sets: ['apex'], x: (apex - 0.5) * width, y: -height / 2 },
  ],
  drag: (p, _, to) => ({
    params: { apex: p.width > 0 ? Math.min(3, Math.max(-2, to.x / p.width + 0.5)) : p.apex },
  }),
});
