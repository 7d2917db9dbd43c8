import { Bezier } from 'bezier-js';
import { describe, expect, it } from 'vitest';
import { boundsPath, type Cubic, pathArea, pathBounds, transformBounds, transformPath } from '@/core';
import { measureContour } from '@/core/geometry/along';
import { circle, numbers, polygon } from '../shapes';

describe('places along a contour', () => {
  it('lie at their length: as bezier-js measures each curve up to them', () => {
    const next = numbers(8);
    for (let k = 0; k < 12; k++) {
      // Round bends and no cusps: the reference integrates with a fixed number of places.
      const c = [0, 0, 30, 40, 70, 40, 100, 0].map((v) => v + 40 * (next() - 0.5)) as unknown as Cubic;
      const measured = measureContour([c]);
      const reference = new Bezier([...c]);
      expect(measured.length).toBeCloseTo(reference.length(), 6);
      for (const share of [0, 0.2, 0.5, 0.9, 1]) {
        const { t, p, d } = measured.at(share * measured.length);
        if (t > 0) expect(reference.split(0, t).length()).toBeCloseTo(share * measured.length, 6);
        expect(Math.hypot(p.x - reference.get(t).x, p.y - reference.get(t).y)).toBeLessThan(1e-9);
        expect(Math.hypot(d.x, d.y)).toBeCloseTo(1, 9);
      }
    }
  });

  it('go on from segment to segment, those of no length left out', () => {
    const [contour] = polygon([0, 0], [30, 0], [30, 0], [30, 40]).contours;
    const measured = measureContour(contour);
    expect(measured.segments).toHaveLength(3);
    expect(measured.length).toBeCloseTo(120, 9);
    expect(measured.at(40).p).toEqual({ x: 30, y: 10 });
    expect(measured.at(30)).toMatchObject({ segment: 1, t: 0, d: { x: 0, y: 1 } });
    expect(measured.at(30, true)).toMatchObject({ segment: 0, t: 1, d: { x: 1, y: 0 } });
    expect(measured.at(measured.length, true)).toMatchObject({ segment: 2, t: 1, p: { x: 0, y: 0 } });
  });
});

describe('bounds', () => {
  it('as a path have their own area and bounds; under a matrix they hold what they held', () => {
    const b = { x0: -3, y0: 2, x1: 9, y1: 7 };
    expect(pathArea(boundsPath(b))).toBeCloseTo(60, 9);
    expect(pathBounds(boundsPath(b))).toEqual(b);
    const m = [0.3, -1.2, 0.8, 0.5, 4, -6] as const;
    const round = circle(3, 4.5, 2.5);
    const inner = pathBounds(transformPath(round, m));
    const outer = transformBounds({ x0: 0.5, y0: 2, x1: 5.5, y1: 7 }, m);
    expect(inner && inner.x0 >= outer.x0 - 1e-9 && inner.x1 <= outer.x1 + 1e-9).toBe(true);
    expect(inner && inner.y0 >= outer.y0 - 1e-9 && inner.y1 <= outer.y1 + 1e-9).toBe(true);
  });
});
