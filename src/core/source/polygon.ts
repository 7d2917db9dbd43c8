import { count, share, size } from '../document/fields';
import { pathOf, polygonContour } from '../geometry/path';
import { defineSource } from './definition';
import { evenly, fitRound, innerShare, polar, radiusHandle } from './round';

const corner = (r: number, i: number, n: number) => polar(r, (360 * i) / n);

/** A regular polygon with a corner at the top. */
export const polygon = defineSource({
  kind: 'polygon',
  label: 'Polygon',
  about: 'A regular polygon.',
  alsoKnown: ['hexagon', 'pentagon', 'octagon'],
  fields: [
    size('radius', 'Radius', 'From the centre to the points.'),
    count('sides', 'Sides', 'How many there are.', 3, 360),
  ],
  defaults: { radius: 100, sides: 6 },
  outline: ({ radius, sides }) =>
    pathOf([polygonContour(Array.from({ length: sides }, (_, i) => corner(radius, i, sides)))]),
  fit: fitRound,
  resize: evenly,
  handles: ({ radius }) => [radiusHandle(radius)],
  drag: (_, __, to) => ({ params: { radius: Math.hypot(to.x, to.y) } }),
});

/** A star with a point at the top; `inner` is the inner radius as a share of the outer. */
export const star = defineSource({
  kind: 'star',
  label: 'Star',
  about: 'A star with any number of points.',
  alsoKnown: ['burst'],
  fields: [
    size('radius', 'Radius', 'From the centre to the points.'),
    share(
      'inner',
      'Inner radius',
      'From the centre to the inner corners, as a share of the radius.',
      0.01,
      1,
    ),
    count('points', 'Points', 'How many there are.', 2, 360),
  ],
  defaults: { radius: 100, inner: 0.45, points: 5 },
  outline: ({ radius, inner, points }) =>
    pathOf([
      polygonContour(
        Array.from({ length: 2 * points }, (_, i) => corner(i % 2 ? radius * inner : radius, i, 2 * points)),
      ),
    ]),
  fit: fitRound,
  resize: evenly,
  handles: ({ radius, inner, points }) => {
    const low = corner(radius * inner, 1, 2 * points);
    return [radiusHandle(radius), { id: 'inner', sets: ['inner'], ...low, from: { x: 0, y: 0 } }];
  },
  drag: (p, handle, to) => {
    if (handle === 'radius') return { params: { radius: Math.hypot(to.x, to.y) } };
    return { params: { inner: innerShare(p.radius, to, 0.01, 1, p.inner) } };
  },
});
