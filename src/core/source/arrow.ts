import { choice, length, size } from '../document/fields';
import { pathOf, polygonContour } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { defineSource } from './definition';

interface Arrow {
  x1: number;
  y1: number;
  x2: number;
  y2: number;
  width: number;
  headLength: number;
  headWidth: number;
  heads: 'end' | 'start' | 'both' | 'none';
}

/** Half the outline of a head and shaft on one side, from the start to the end, as shares of direction and side. */
function sideOf(p: Arrow, l: number): [number, number][] {
  const starts = p.heads === 'start' || p.heads === 'both';
  const stops = p.heads === 'end' || p.heads === 'both';
  // Heads that meet give way alike.
  const room = l / (Number(starts) + Number(stops) || 1);
  const head = Math.min(p.headLength, room);
  const [w, h] = [p.width / 2, Math.max(p.headWidth, p.width) / 2];
  const out: [number, number][] = starts
    ? [
        [0, 0],
        [head, h],
        [head, w],
      ]
    : [[0, w]];
  if (stops) out.push([l - head, w], [l - head, h], [l, 0]);
  else out.push([l, w]);
  return out;
}

/** A straight line of a width with pointed heads, as a closed shape. */
export const arrow = defineSource<Arrow>({
  kind: 'arrow',
  label: 'Arrow',
  about: 'A straight arrow from one point to another.',
  alsoKnown: ['pointer'],
  fields: [
    length('x1', 'Start x', 'Where the arrow starts, across.'),
    length('y1', 'Start y', 'Where the arrow starts, downwards.'),
    length('x2', 'End x', 'Where the arrow ends, across.'),
    length('y2', 'End y', 'Where the arrow ends, downwards.'),
    size('width', 'Width', 'Of the shaft.'),
    size('headLength', 'Head length', 'Of a head, along the arrow.'),
    size('headWidth', 'Head width', 'Of a head at its base.'),
    choice('heads', 'Heads at', 'Which ends have a head.', {
      end: 'End',
      start: 'Start',
      both: 'Both',
      none: 'None',
    }),
  ],
  defaults: { x1: -100, y1: 0, x2: 100, y2: 0, width: 20, headLength: 60, headWidth: 64, heads: 'end' },
  outline(p) {
    const l = Math.hypot(p.x2 - p.x1, p.y2 - p.y1);
    if (l === 0) return pathOf([]);
    const [ux, uy] = [(p.x2 - p.x1) / l, (p.y2 - p.y1) / l];
    const place = ([along, side]: readonly [number, number]): Point => ({
      x: p.x1 + along * ux + side * uy,
      y: p.y1 + along * uy - side * ux,
    });
    const side = sideOf(p, l);
    const back = side
      .toReversed()
      .filter(([, s]) => s !== 0)
      .map(([a, s]) => [a, -s] as const);
    return pathOf([polygonContour([...side, ...back].map(place))]);
  },
  between: (p, dx, dy) => {
    const l = Math.hypot(dx, dy);
    return {
      ...p,
      x1: -dx / 2,
      y1: -dy / 2,
      x2: dx / 2,
      y2: dy / 2,
      width: l / 12,
      headLength: l / 4,
      headWidth: l / 3.6,
    };
  },
  handles(p) {
    const l = Math.hypot(p.x2 - p.x1, p.y2 - p.y1) || 1;
    const [ux, uy] = [(p.x2 - p.x1) / l, (p.y2 - p.y1) / l];
    const [a, s] = [l - p.headLength, p.headWidth / 2];
    return [
      { id: 'start', sets: ['x1', 'y1'], x: p.x1, y: p.y1 },
      { id: 'end', sets: ['x2', 'y2'], x: p.x2, y: p.y2 },
      { id: 'head', sets: ['headLength', 'headWidth'], x: p.x1 + a * ux + s * uy, y: p.y1 + a * uy - s * ux },
    ];
  },
  drag(p, handle, to) {
    if (handle === 'start') return { params: { x1: to.x, y1: to.y } };
    if (handle === 'end') return { params: { x2: to.x, y2: to.y } };
    const l = Math.hypot(p.x2 - p.x1, p.y2 - p.y1) || 1;
    const [ux, uy] = [(p.x2 - p.x1) / l, (p.y2 - p.y1) / l];
    const along = (to.x - p.x1) * ux + (to.y - p.y1) * uy;
    const side = (to.x - p.x1) * uy - (to.y - p.y1) * ux;
    return { params: { headLength: Math.max(0, l - along), headWidth: 2 * Math.abs(side) } };
  },
});
