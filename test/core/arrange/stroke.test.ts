import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { combine } from '@/core/arrange/combine';
import { dashPath } from '@/core/arrange/dash';
import { offsetPath, strokeArea } from '@/core/arrange/offset';
import type { StrokeStyle } from '@/core/arrange/outline';
import { cubicPoint } from '@/core/geometry/cubic';
import { containsPoint, pathArea, pathLength } from '@/core/geometry/measure';
import {
  growBounds,
  type Path,
  pathBounds,
  pathOf,
  polygonContour,
  reverseContour,
  segmentsOf,
} from '@/core/geometry/path';
import { parsePath } from '@/core/geometry/svg-path';
import { runs } from '../../share';
import { circle, rect } from '../shapes';

const style: StrokeStyle = { width: 10, cap: 'butt', join: 'miter', miterLimit: 4 };
const line = pathOf([
  polygonContour(
    [
      { x: 0, y: 0 },
      { x: 100, y: 0 },
    ],
    false,
  ),
]);
/** Area covered, overlaps counted once. */
const covered = (...args: Parameters<typeof strokeArea>) => pathArea(combine('union', [strokeArea(...args)]));

describe('strokes', () => {
  it('end as their caps say: length × width, and half a disc or half a width more at each end', () => {
    expect(covered(line, style)).toBeCloseTo(1000, 9);
    expect(covered(line, { ...style, cap: 'square' })).toBeCloseTo(1100, 9);
    expect(Math.abs(covered(line, { ...style, cap: 'round' }) / (1000 + Math.PI * 25) - 1)).toBeLessThan(
      1e-4,
    );
  });

  it('join as SVG says: miters to their limit, bevels, arcs', () => {
    const corner = parsePath('M0 0L100 0L100 100');
    expect(covered(corner, style)).toBeCloseTo(2000, 6);
    expect(covered(corner, { ...style, join: 'bevel' })).toBeCloseTo(2000 - 12.5, 6);
    expect(covered(corner, { ...style, join: 'round' })).toBeCloseTo(2000 - 25 + (Math.PI * 25) / 4, 1);
    expect(covered(corner, { ...style, miterLimit: 1.2 })).toBeCloseTo(2000 - 12.5, 6);
  });

  it('follow a circle as a ring, whichever way it runs', () => {
    const disc = circle(0, 0, 50);
    const back = { ...disc, contours: disc.contours.map(reverseContour) };
    const ring = pathArea(circle(0, 0, 55)) - pathArea(circle(0, 0, 45));
    expect(covered(disc, style)).toBeCloseTo(ring, 6);
    expect(covered(back, style)).toBeCloseTo(ring, 6);
  });

  it('cover all of a shape that is narrower than they are wide', () => {
    expect(covered(rect(0, 0, 10, 10), { ...style, width: 40 })).toBeCloseTo(50 * 50, 6);
  });

  it('of no length show as dots where their caps do', () => {
    const dot = pathOf([
      polygonContour(
        [
          { x: 5, y: 5 },
          { x: 5, y: 5 },
        ],
        false,
      ),
    ]);
    expect(strokeArea(dot, style).contours).toEqual([]);
    expect(covered(dot, { ...style, cap: 'square' })).toBeCloseTo(100, 9);
    expect(strokeArea(line, { ...style, width: 0 }).contours).toEqual([]);
  });
});

describe('dashes', () => {
  it('have the lengths of their pattern, and an odd pattern is doubled (SVG 2, stroke-dasharray)', () => {
    const lengths = (pattern: number[], offset = 0) =>
      dashPath(line, pattern, offset).contours.map((c) => Math.round(c.xy[c.xy.length - 2] - c.xy[0]));
    expect(lengths([30, 10])).toEqual([30, 30, 20]);
    expect(lengths([20])).toEqual([20, 20, 20]);
    expect(lengths([30, 10], 10)).toEqual([20, 30, 30]);
    expect(lengths([30, 10], -10)).toEqual([30, 30, 10]);
  });

  it('on a curve are measured along it', () => {
    const dashed = dashPath(circle(0, 0, 50), [7, 3]);
    expect(pathLength(dashed) / pathLength(circle(0, 0, 50))).toBeCloseTo(0.7, 1);
    expect(pathLength({ ...dashed, contours: [dashed.contours[3]] })).toBeCloseTo(7, 4);
  });

  it('of no length are dots where their caps show: discs, and squares that lie along the path (SVG 2, 13.5.6)', () => {
    expect(dashPath(line, [0, 20]).contours).toEqual([]);
    const dots = dashPath(circle(0, 0, 50), [0, 80], 0, true);
    expect(dots.contours).toHaveLength(4);
    const round = strokeArea(dots, { ...style, cap: 'round' });
    const area = covered(dots, { ...style, cap: 'round' });
    expect(round.contours).toHaveLength(4);
    expect(area).toBeCloseTo(4 * Math.PI * 25, 0);
    const slanting = parsePath('M0 0L30 30');
    const b = pathBounds(strokeArea(dashPath(slanting, [0, 60], -10, true), { ...style, cap: 'square' }));
    const middle = 10 / Math.SQRT2;
    // A square of ten units on its corner reaches 5 √2 each way.
    expect(b?.x0).toBeCloseTo(middle - 5 * Math.SQRT2, 4);
    expect(b?.y1).toBeCloseTo(middle + 5 * Math.SQRT2, 4);
  });

  it('without length, or too fine to be told apart, leave the path whole', () => {
    expect(dashPath(line, [0, 0])).toBe(line);
    expect(dashPath(line, [Number.NaN, 1])).toBe(line);
    expect(dashPath(line, [1e-6, 1e-6]).contours).toEqual(line.contours);
  });
});

const round = { join: 'round', miterLimit: 4 } as const;

describe('shapes that come again', () => {
  it('have the same offset wherever they stand, and those that differ a little their own', () => {
    const form = fc.array(fc.tuple(fc.integer({ min: 20, max: 80 }), fc.integer({ min: 0, max: 30 })), {
      minLength: 5,
      maxLength: 9,
    });
    fc.assert(
      fc.property(
        form,
        fc.integer({ min: -5000, max: 5000 }),
        fc.double({ min: -300, max: 300, noNaN: true }),
        (spokes, x, y) => {
          const at = (dx: number, dy: number, grow = 0): Path => {
            const points = spokes.map(([r, turn], i) => {
              const a = (2 * Math.PI * (i + turn / 100)) / spokes.length;
              return { x: dx + (r + grow) * Math.cos(a), y: dy + (r + grow) * Math.sin(a) };
            });
            return { contours: [polygonContour(points)], fillRule: 'nonzero' };
          };
          const [here, there, larger] = [at(0, 0), at(x, y), at(x, y, 0.01)].map((p) =>
            offsetPath(p, 7, round),
          );
          expect(pathArea(there)).toBeCloseTo(pathArea(here), 5);
          const [b, c] = [pathBounds(here), pathBounds(there)];
          expect((c?.x0 ?? 0) - (b?.x0 ?? 0)).toBeCloseTo(x, 6);
          expect((c?.y1 ?? 0) - (b?.y1 ?? 0)).toBeCloseTo(y, 6);
          expect(pathArea(larger)).toBeGreaterThan(pathArea(there) + 0.5);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('of a millionth of a unit or of a million are told apart as well', () => {
    for (const size of [1e-6, 1, 1e6]) {
      const square = (side: number) => offsetPath(rect(3, 5, side * size, side * size), 0.1 * size, round);
      // Steiner: area + perimeter · d + π d², for each side its own.
      for (const side of [1, 1.01]) {
        const expected = (side * side + 4 * side * 0.1 + Math.PI * 0.01) * size * size;
        expect(Math.abs(pathArea(square(side)) / expected - 1)).toBeLessThan(1e-3);
      }
    }
  });

  it('know where their edges come from when they are only made clean', () => {
    const from = (part: string): Path => ({
      ...rect(0, 0, 10, 10),
      contours: rect(0, 0, 10, 10).contours.map((c) => ({
        ...c,
        origins: [0, 1, 2, 3].map((segment) => ({ part, contour: 0, segment, t0: 0, t1: 1 })),
      })),
    });
    for (const part of ['a', 'b'])
      expect(offsetPath(from(part), 0, round).contours[0].origins?.map((o) => o?.part)).toEqual([
        part,
        part,
        part,
        part,
      ]);
  });
});

describe('a stroke covers all that lies within half its width', () => {
  const round = { cap: 'round', join: 'round', miterLimit: 4 } as const;

  /** Whether a place is covered, and whether it should be: told by its distance from points of the line, closely set. */
  function wrongPlaces(d: string, width: number): string[] {
    const path = parsePath(d);
    const area = strokeArea(path, { ...round, width });
    const points = path.contours.flatMap((c) =>
      segmentsOf(c).flatMap((s) => Array.from({ length: 401 }, (_, i) => cubicPoint(s, i / 400))),
    );
    const b = growBounds(pathBounds(path) ?? { x0: 0, y0: 0, x1: 1, y1: 1 }, width);
    const wrong: string[] = [];
    for (let i = 0; i <= 60; i++)
      for (let k = 0; k <= 60; k++) {
        const p = { x: b.x0 + ((b.x1 - b.x0) * i) / 60, y: b.y0 + ((b.y1 - b.y0) * k) / 60 };
        const away = Math.min(...points.map((q) => Math.hypot(p.x - q.x, p.y - q.y)));
        // At the very edge either is right.
        if (Math.abs(away - width / 2) < 0.02 * width) continue;
        if (containsPoint(area, p) !== away < width / 2) wrong.push(`${p.x.toFixed(2)} ${p.y.toFixed(2)}`);
      }
    return wrong;
  }

  it.each([
    ['whose handle lies on its end', 'M9.77 12C4 15 2 22 2 22', 2],
    ['whose handle lies on its end, larger', 'M977 1200C400 1500 200 2200 200 2200', 200],
    ['that bends as tightly as it is wide', 'M6.3 6.3a4.67 4.67 0 0 0 1.2 5.2c.7.7 1.3 1.5 1.5 2.5', 2],
    ['that turns right back on an arc', 'M5 10a2 2 0 0 1-2 2 2 2 0 0 1 2 2', 2],
    ['that turns right back on an arc, mirrored', 'M19 14c0-1.1.9-2 2-2a2 2 0 0 1-2-2', 2],
    ['that turns right back on a line', 'M5 5H10H7', 2],
    [
      'of half discs side by side',
      'M18 8a2 2 0 0 0 0-4 2 2 0 0 0-4 0 2 2 0 0 0-4 0 2 2 0 0 0-4 0 2 2 0 0 0 0 4',
      2,
    ],
  ])('of a line %s', (_, d, width) => {
    expect(wrongPlaces(d, width)).toEqual([]);
  });

  it('of any curve, handles on its ends among them; beside bends sharper than half its width slivers may be missed', () => {
    const coordinate = fc.integer({ min: 0, max: 40 });
    const place = fc.tuple(coordinate, coordinate);
    fc.assert(
      fc.property(
        place,
        place,
        place,
        place,
        fc.constantFrom(0, 1, 2, 3),
        fc.integer({ min: 1, max: 12 }),
        (a, b, c, e, on, width) => {
          const [h, k] = [on & 1 ? a : b, on & 2 ? e : c];
          if (a[0] === e[0] && a[1] === e[1]) return;
          // Fewer than four in a thousand of the places that are looked at.
          expect(wrongPlaces(`M${a} C${h} ${k} ${e}`, width).length).toBeLessThan(15);
        },
      ),
      { numRuns: runs(2000, 30) },
    );
  });
});
