import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { combine, type Path, pathArea } from '@/core';
import { Covers } from '@/core/arrange/cover';
import { isLine } from '@/core/geometry/cubic';
import { segmentsOf } from '@/core/geometry/path';
import { runs } from '../../share';
import { circle, pentagram, rect, regular, ring, turned } from '../shapes';

const coversOf = (...paths: Path[]) =>
  new Covers(
    paths.map((p) =>
      p.contours.map((c) => [...segmentsOf(c)].map((cubic) => ({ cubic, line: isLine(cubic) }))),
    ),
    -100,
    -100,
    200,
  );

const around = (x: number, y: number, r: number) => [...segmentsOf(circle(x, y, r).contours[0])];

describe('covers', () => {
  it('hide what lies deep inside a convex shape, and nothing at its edge', () => {
    const covers = coversOf(circle(0, 0, 50), rect(-90, -90, 20, 20));
    expect(around(0, 0, 20).every((s) => covers.hide(s, 7, 0.1))).toBe(true);
    expect(around(-80, -80, 5).every((s) => covers.hide(s, 7, 0.1))).toBe(true);
    expect(around(0, 0, 50).some((s) => covers.hide(s, 7, 0.1))).toBe(false);
    expect(around(0, 0, 49.99).some((s) => covers.hide(s, 7, 0.1))).toBe(false);
    expect(around(45, 0, 20).some((s) => covers.hide(s, 7, 0.1))).toBe(false);
  });

  it('are never a shape itself, nor one with holes or loops', () => {
    expect(around(0, 0, 20).some((s) => coversOf(circle(0, 0, 50)).hide(s, 0, 0.1))).toBe(false);
    for (const p of [ring(0, 0, 90, 1), pentagram(0, 0, 90, 'nonzero')])
      expect(around(0, 0, 5).some((s) => coversOf(p).hide(s, 7, 0.1))).toBe(false);
    expect(around(0, 0, 5).every((s) => coversOf(regular(5, 0, 0, 60)).hide(s, 7, 0.1))).toBe(true);
  });
});

it('the union of many shapes is that of any two after another, whatever hides in whatever', () => {
  const shape = fc.record({
    kind: fc.constantFrom('circle', 'square', 'hexagon', 'ring', 'star'),
    x: fc.integer({ min: 0, max: 12 }),
    y: fc.integer({ min: 0, max: 12 }),
    r: fc.integer({ min: 1, max: 9 }),
    turn: fc.constantFrom(0, 0, 30, 45, 17),
  });
  fc.assert(
    fc.property(fc.array(shape, { minLength: 3, maxLength: 14 }), (list) => {
      const paths = list.map(({ kind, x, y, r, turn }) => {
        if (kind === 'circle') return turned(circle(x, y, r), turn, x, y);
        if (kind === 'square') return turned(rect(x - r, y - r, 2 * r, 2 * r), turn, x, y);
        if (kind === 'hexagon') return turned(regular(6, x, y, r), turn, x, y);
        return kind === 'ring' ? ring(x, y, r, r / 2) : pentagram(x, y, r, 'nonzero');
      });
      const together = pathArea(combine('union', paths));
      const oneByOne = pathArea(paths.slice(1).reduce((a, b) => combine('union', [a, b]), paths[0]));
      expect(Math.abs(together - oneByOne)).toBeLessThan(5e-6 * oneByOne);
    }),
    { numRuns: runs(300, 100) },
  );
});
