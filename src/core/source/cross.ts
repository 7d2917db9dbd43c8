import { size } from '../document/fields';
import { pathOf, polygonContour } from '../geometry/path';
import { defineSource } from './definition';

/** Two bars of one thickness that cross in the middle. */
export const cross = defineSource({
  kind: 'cross',
  label: 'Cross',
  about: 'Two bars across each other.',
  alsoKnown: ['plus'],
  fields: [
    size('width', 'Width', 'From end to end across.'),
    size('height', 'Height', 'From end to end upright.'),
    size('bar', 'Bar', 'How thick both bars are.'),
  ],
  defaults: { width: 200, height: 200, bar: 60 },
  outline({ width, height, bar }) {
    const [w, h] = [width / 2, height / 2];
    // A bar thicker than the whole leaves a rectangle.
    const b = Math.min(bar / 2, w, h);
    const quarter = [
      [b, -h],
      [b, -b],
      [w, -b],
    ] as const;
    const corners = [
      ...quarter,
      ...quarter.toReversed().map(([x, y]) => [x, -y] as const),
      ...quarter.map(([x, y]) => [-x, -y] as const),
      ...quarter.toReversed().map(([x, y]) => [-x, y] as const),
    ];
    return pathOf([polygonContour(corners.map(([x, y]) => ({ x, y })))]);
  },
  fit: (p, width, height) => ({ width, height, bar: (p.bar / p.width) * Math.min(width, height) }),
  resize: (p, sx, sy) =>
    Math.abs(sx - sy) < 1e-9 * sx ? { width: p.width * sx, height: p.height * sy, bar: p.bar * sx } : null,
  handles: ({ width, height, bar }) => [
    {
      id: 'bar',
      sets: ['bar'],
      x: Math.min(bar, width) / 2,
      y: -Math.min(bar, height) / 2,
      from: { x: 0, y: 0 },
    },
  ],
  drag: (p, _, to) => ({
    params: { bar: Math.min(Math.max(0, 2 * Math.max(to.x, -to.y)), Math.min(p.width, p.height)) },
  }),
});
