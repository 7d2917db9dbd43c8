import { count, share, size } from '../document/fields';
import { pathOf, polygonContour } from '../geometry/path';
import { defineSource } from './definition';

const corner = (r: number, i: number, n: number) => {
  const a = (2 * Math.PI * i) / n - Math.PI / 2;
  return { x: r * Math.cos(a), y: r * Math.sin(a) };
};

/** A radius grows only by the same factor both ways. */
const evenly = <P extends { radius: number }>(p: P, sx: number, sy: number): P | null =>
  Math.abs(sx - sy) < 1e-9 * sx ? { ...p, radius: p.radius * sx } : null;

/** A regular polygon with a corner at the top. */
export const polygon = defineSource({
  kind: 'polygon',
  fields: [size('radius'), count('sides', 3, 360)],
  defaults: { radius: 100, sides: 6 },
  outline: ({ radius, sides }) =>
    pathOf([polygonContour(Array.from({ length: sides }, (_, i) => corner(radius, i, sides)))]),
  fit: (p, width, height) => ({ ...p, radius: Math.max(width, height) / 2 }),
  resize: evenly,
  handles: ({ radius }) => [{ id: 'radius', sets: ['radius'], x: 0, y: -radius, from: { x: 0, y: 0 } }],
  drag: (_, __, to) => ({ params: { radius: Math.hypot(to.x, to.y) } }),
});

/** A star with a point at the top; `inner` is the inner radius as a share of the outer. */
export const star = defineSource({
  kind: 'star',
  fields: [size('radius'), share('inner', 0.01, 1), count('points', 2, 360)],
  defaults: { radius: 100, inner: 0.45, points: 5 },
  outline: ({ radius, inner, points }) =>
    pathOf([
      polygonContour(
        Array.from({ length: 2 * points }, (_, i) => corner(i % 2 ? radius * inner : radius, i, 2 * points)),
      ),
    ]),
  fit: (p, width, height) => ({ ...p, radius: Math.max(width, height) / 2 }),
  resize: evenly,
  handles: ({ radius, inner, points }) => {
    const low = corner(radius * inner, 1, 2 * points);
    return [
      { id: 'radius', sets: ['radius'], x: 0, y: -radius, from: { x: 0, y: 0 } },
      { id: 'inner', sets: ['inner'], ...low, from: { x: 0, y: 0 } },
    ];
  },
  drag: (p, handle, to) => {
    const r = Math.hypot(to.x, to.y);
    if (handle === 'radius') return { params: { radius: r } };
    return { params: { inner: p.radius > 0 ? Math.min(1, Math.max(0.01, r / p.radius)) : p.inner } };
  },
});
