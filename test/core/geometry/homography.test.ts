import fc from 'fast-check';
import { expect, it } from 'vitest';
import {
  fromUnitSquare,
  type Homography,
  homographyOf,
  invertProjection,
  project,
  projected,
} from '@/core/geometry/homography';
import { applyTo, type Matrix } from '@/core/geometry/matrix';

const number = fc.integer({ min: -900, max: 900 }).map((v) => v / 100);
/** Four corners of a convex shape, clockwise. */
const corners = fc.tuple(number, number, number, number).map(
  ([a, b, c, d]) =>
    [
      { x: a / 20, y: b / 20 },
      { x: 3 + c / 20, y: a / 20 },
      { x: 4 + b / 20, y: 5 + d / 20 },
      { x: d / 20, y: 3 + c / 20 },
    ] as const,
);

it('takes the unit square’s corners to four points, and back', () => {
  fc.assert(
    fc.property(corners, ([p, q, r, s]) => {
      const h = fromUnitSquare([p, q, r, s]);
      if (!h) throw new Error('These corners have a map.');
      const back = invertProjection(h);
      if (!back) throw new Error('It can be inverted.');
      [
        [0, 0, p],
        [1, 0, q],
        [1, 1, r],
        [0, 1, s],
      ].forEach((row) => {
        const [x, y, to] = row as [number, number, { x: number; y: number }];
        const got = projected(h, { x, y });
        expect(Math.hypot(got.x - to.x, got.y - to.y)).toBeLessThan(1e-9);
        const again = projected(back, to);
        expect(Math.hypot(again.x - x, again.y - y)).toBeLessThan(1e-9);
      });
      // Lines stay lines: three places on one come to three on one.
      const [a, b, c] = [0.2, 0.5, 0.9].map((t) => projected(h, { x: t, y: 0.3 + 0.4 * t }));
      expect(Math.abs((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x))).toBeLessThan(1e-9);
    }),
  );
});

it('of three corners on a line there is none', () => {
  expect(
    fromUnitSquare([
      { x: 0, y: 0 },
      { x: 1, y: 0 },
      { x: 2, y: 0 },
      { x: 3, y: 0 },
    ]),
  ).toBeNull();
});

it('holds affine maps, and is put together as they are', () => {
  const m: Matrix = [2, 1, -1, 3, 5, 7];
  const h: Homography = [1, 0.2, 0, 0.1, 1, 3, 0.01, 0.02, 1];
  const p = { x: 0.3, y: -2 };
  const direct = projected(homographyOf(m), p);
  expect([direct.x, direct.y]).toEqual([applyTo(m, p).x, applyTo(m, p).y]);
  const both = projected(project(h, homographyOf(m)), p);
  const after = projected(h, applyTo(m, p));
  expect(Math.hypot(both.x - after.x, both.y - after.y)).toBeLessThan(1e-12);
});
