import { Bezier } from 'bezier-js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  arcCubics,
  type Cubic,
  cubicCurvature,
  cubicLength,
  cubicPoint,
  nearestOnCubic,
  reverseCubic,
  splitCubic,
  subCubic,
} from '@/core/geometry/cubic';
import { flattenCubic } from '@/core/geometry/flatten';
import { contourOf, pathBounds, pathOf } from '@/core/geometry/path';
import { numbers } from '../shapes';

function randomCubics(count: number): Cubic[] {
  const next = numbers(7);
  return Array.from(
    { length: count },
    () => Array.from({ length: 8 }, () => next() * 200 - 100) as unknown as Cubic,
  );
}

const reference = (s: Cubic) => new Bezier([...s]);

describe('cubics', () => {
  it('draws a circle from four quarters with the handbook constant', () => {
    // Handle 4/3·tan(π/8); greatest radial error 2.73e-4 r.
    const quarter = arcCubics(0, 0, 1, 0, Math.PI / 2);
    expect(quarter).toHaveLength(1);
    expect(quarter[0][3]).toBeCloseTo((4 / 3) * Math.tan(Math.PI / 8), 12);
    let worst = 0;
    for (let i = 0; i <= 1000; i++) {
      const p = cubicPoint(quarter[0], i / 1000);
      worst = Math.max(worst, Math.abs(Math.hypot(p.x, p.y) - 1));
    }
    expect(worst).toBeCloseTo(2.7253e-4, 6);
  });

  it('finds places of a curve itself on it, where it turns round on the spot too', () => {
    const hairpin = [
      0, 177.84592347711222, 0, 52.26871693558125, -4.295060808296548, -79.7576455609155, -3.786940626559285,
      -79.35231476397978,
    ] as const;
    const check = (s: Cubic) => {
      for (let i = 0; i <= 40; i++)
        expect(nearestOnCubic(s, cubicPoint(s, i / 40)).distance).toBeLessThan(1e-6);
      // Between the places that are looked at, near the ends.
      for (const t of [0.001, 0.004, 0.991, 0.997, 0.9995])
        expect(nearestOnCubic(s, cubicPoint(s, t)).distance).toBeLessThan(1e-4);
    };
    check(hairpin);
    check(reverseCubic(hairpin));
    const near = fc.double({ min: -5, max: 5, noNaN: true });
    fc.assert(
      fc.property(near, near, near, (x, y, z) => check([0, 178, x, 0, y, -184, z, x])),
      { numRuns: 60 },
    );
  });

  it('agrees with bezier-js on length, bounds, curvature and the nearest point', () => {
    const next = numbers(3);
    let compared = 0;
    for (const s of randomCubics(200)) {
      const b = reference(s);
      // Its fixed quadrature is coarse near cusps: compared where its halves add up to its whole.
      const halves = b.split(0, 0.5).length() + b.split(0.5, 1).length();
      if (Math.abs(halves - b.length()) < 1e-8 * halves) {
        expect(Math.abs(cubicLength(s) - b.length()) / b.length()).toBeLessThan(1e-6);
        compared++;
      }
      const box = pathBounds(pathOf([contourOf([s], false)]));
      const ref = b.bbox();
      expect(box?.x0).toBeCloseTo(ref.x.min, 6);
      expect(box?.x1).toBeCloseTo(ref.x.max, 6);
      expect(box?.y0).toBeCloseTo(ref.y.min, 6);
      expect(box?.y1).toBeCloseTo(ref.y.max, 6);
      const t = next();
      expect(cubicCurvature(s, t)).toBeCloseTo(
        (b as unknown as { curvature(t: number): { k: number } }).curvature(t).k,
        6,
      );
      const p = { x: next() * 200 - 100, y: next() * 200 - 100 };
      // The distance to the point it returns: its own field is off where that is an end.
      const q = b.project(p);
      expect(nearestOnCubic(s, p).distance).toBeLessThanOrEqual(Math.hypot(q.x - p.x, q.y - p.y) + 1e-6);
    }
    expect(compared).toBeGreaterThan(50);
  });

  it('measures length to 1e-6 against very fine chords', () => {
    for (const s of randomCubics(20)) {
      let sum = 0;
      let from = cubicPoint(s, 0);
      for (let i = 1; i <= 200_000; i++) {
        const to = cubicPoint(s, i / 200_000);
        sum += Math.hypot(to.x - from.x, to.y - from.y);
        from = to;
      }
      expect(Math.abs(cubicLength(s) - sum) / sum).toBeLessThan(1e-6);
    }
  });

  it('keeps its points when split, and the cut is one point bit for bit', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -1e3, max: 1e3, noNaN: true }), { minLength: 8, maxLength: 8 }),
        fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        (list, t) => {
          const s = list as unknown as Cubic;
          const [a, b] = splitCubic(s, t);
          expect([a[6], a[7]]).toEqual([b[0], b[1]]);
          const whole = cubicPoint(s, t * 0.5);
          const part = cubicPoint(a, 0.5);
          expect(Math.hypot(whole.x - part.x, whole.y - part.y)).toBeLessThan(1e-6);
          const sub = subCubic(s, 0.8, 0.2);
          const p = cubicPoint(sub, 0);
          const q = cubicPoint(s, 0.8);
          expect(Math.hypot(p.x - q.x, p.y - q.y)).toBeLessThan(1e-6);
        },
      ),
    );
  });

  it('flattens a curve and its reverse into the same points, within the tolerance', () => {
    for (const s of randomCubics(100)) {
      const forward = [{ x: s[0], y: s[1] }, ...flattenCubic(s, 0.05)];
      const r: Cubic = [s[6], s[7], s[4], s[5], s[2], s[3], s[0], s[1]];
      const back = [{ x: r[0], y: r[1] }, ...flattenCubic(r, 0.05)].reverse();
      expect(back).toEqual(forward);
      for (let i = 1; i < forward.length; i++) {
        const m = { x: (forward[i].x + forward[i - 1].x) / 2, y: (forward[i].y + forward[i - 1].y) / 2 };
        expect(nearestOnCubic(s, m).distance).toBeLessThan(0.05);
      }
    }
  });
});
