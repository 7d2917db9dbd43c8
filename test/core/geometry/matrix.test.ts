import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { boundsUnder, knownBounds } from '@/core/geometry/known-bounds';
import { invert, type Matrix, matrixPlace, multiply, placeMatrix, rotation } from '@/core/geometry/matrix';
import { pathBounds, transformPath } from '@/core/geometry/path';
import { fromSheetUnits, toSheetUnits } from '@/core/geometry/units';
import { circle, rect, regular } from '../shapes';

const n = (min: number, max: number) => fc.double({ min, max, noNaN: true });

describe('matrices and places', () => {
  it('takes a place apart and puts it together again', () => {
    const place = fc.record({
      x: n(-1e4, 1e4),
      y: n(-1e4, 1e4),
      turn: n(-179, 179),
      skew: n(-70, 70),
      scaleX: n(0.1, 10),
      scaleY: n(-10, -0.1),
    });
    fc.assert(
      fc.property(place, (p) => {
        const m = placeMatrix(p);
        const again = placeMatrix(matrixPlace(m));
        for (let i = 0; i < 6; i++) expect(Math.abs(again[i] - m[i])).toBeLessThan(1e-6);
      }),
    );
  });

  it('bounds that are known are those of the curves, under any map', () => {
    const map = fc.tuple(
      n(-40, 40),
      fc.constantFrom(0, 1, -3),
      fc.constantFrom(0, 2),
      n(-40, 40),
      n(-99, 99),
      n(-99, 99),
    );
    fc.assert(
      fc.property(map, n(1, 50), (m, r) => {
        const path = {
          ...circle(3, -8, r),
          contours: [...circle(3, -8, r).contours, ...regular(5, 40, 2, r).contours],
        };
        // Asked twice: the second answer is remembered.
        for (let i = 0; i < 2; i++) expect(knownBounds(path)).toEqual(pathBounds(path));
        const [known, worked] = [boundsUnder(path, m), pathBounds(transformPath(path, m))];
        for (const k of ['x0', 'y0', 'x1', 'y1'] as const)
          expect(Math.abs((known?.[k] ?? 0) - (worked?.[k] ?? 1e9))).toBeLessThan(1e-9);
      }),
    );
    expect(knownBounds({ contours: [], fillRule: 'nonzero' })).toBeNull();
  });

  it('inverts what can be inverted and says so where it cannot', () => {
    fc.assert(
      fc.property(n(-360, 360), n(0.01, 100), (angle, s) => {
        const m = multiply(rotation(angle, 3, 4), [s, 0, 0, s, 7, 8] as Matrix);
        const back = multiply(invert(m) as Matrix, m);
        [1, 0, 0, 1, 0, 0].forEach((v, i) => {
          expect(back[i]).toBeCloseTo(v, 8);
        });
      }),
    );
    expect(invert([1, 2, 2, 4, 0, 0])).toBeNull();
  });

  it('turns by quarters without rounding, so that shared corners stay shared', () => {
    const square = rect(-50, -50, 100, 100);
    const turned = transformPath(square, rotation(90));
    expect(new Set(turned.contours[0].xy)).toEqual(new Set([-50, 50]));
  });

  it('converts units as CSS does: 1 in = 96 px, 1 pt = 4/3 px', () => {
    expect(toSheetUnits(1, 'in')).toBe(96);
    expect(toSheetUnits(3, 'pt')).toBe(4);
    expect(toSheetUnits(25.4, 'mm')).toBeCloseTo(96, 12);
    expect(fromSheetUnits(toSheetUnits(12.5, 'cm'), 'cm')).toBeCloseTo(12.5, 12);
  });
});
