import { length } from '../document/fields';
import { pathOf, polygonContour } from '../geometry/path';
import { defineSource } from './definition';

/** A straight line between two points about the origin. */
export const line = defineSource({
  kind: 'line',
  label: 'Line',
  about: 'A straight line from one point to another.',
  alsoKnown: ['segment', 'rule'],
  open: true,
  fields: [
    length('x1', 'Start x', 'Where the line starts, across.'),
    length('y1', 'Start y', 'Where the line starts, downwards.'),
    length('x2', 'End x', 'Where the line ends, across.'),
    length('y2', 'End y', 'Where the line ends, downwards.'),
  ],
  defaults: { x1: -100, y1: 0, x2: 100, y2: 0 },
  outline: ({ x1, y1, x2, y2 }) =>
    pathOf([
      polygonContour(
        [
          { x: x1, y: y1 },
          { x: x2, y: y2 },
        ],
        false,
      ),
    ]),
  between: (_, dx, dy) => ({ x1: -dx / 2, y1: -dy / 2, x2: dx / 2, y2: dy / 2 }),
  resize: (p, sx, sy) => ({ x1: p.x1 * sx, y1: p.y1 * sy, x2: p.x2 * sx, y2: p.y2 * sy }),
  handles: (p) => [
    { id: 'start', sets: ['x1', 'y1'], x: p.x1, y: p.y1 },
    { id: 'end', sets: ['x2', 'y2'], x: p.x2, y: p.y2 },
  ],
  drag: (_, handle, to) => ({
    params: handle === 'start' ? { x1: to.x, y1: to.y } : { x2: to.x, y2: to.y },
  }),
});
