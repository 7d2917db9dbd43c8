import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { combine, type Path, parsePath, pathArea } from '@/core';
import { facesOf } from '@/core/arrange/faces';
import { circle, numbers, rect, regular, turned } from '../shapes';

/** Names of all faces with their areas. */
const faceAreas = (...paths: Path[]): Record<string, number> => {
  const map = facesOf(paths);
  return Object.fromEntries(map.faces.map((f, i) => [f.key, pathArea(map.outline([i]))]));
};
const areas = (...paths: Path[]) => Object.values(faceAreas(...paths));
const total = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);
/** Area of the lens of two circles of one radius whose centres stand `d` apart (handbook formula). */
const lens = (r: number, d: number) =>
  2 * r * r * Math.acos(d / (2 * r)) - (d / 2) * Math.sqrt(4 * r * r - d * d);

describe('faces', () => {
  it('of two circles are two crescents and the lens of the handbook', () => {
    const found = faceAreas(circle(0, 0, 50), circle(60, 0, 50));
    expect(Object.keys(found).sort()).toEqual(['01.0', '10.0', '11.0']);
    // A cubic quarter lies within 2.73e-4 of its circle.
    expect(Math.abs(found['11.0'] / lens(50, 60) - 1)).toBeLessThan(1e-3);
    expect(found['10.0']).toBeCloseTo(found['01.0'], 6);
  });

  it('n circles that all cross each other cut out n² − n + 1 faces (Euler)', () => {
    for (const n of [2, 3, 5, 8]) {
      const ring = Array.from({ length: n }, (_, i) => {
        const a = (2 * Math.PI * (i + 0.13)) / n;
        return circle(40 * Math.cos(a), 37 * Math.sin(a), 60 + i);
      });
      expect(facesOf(ring).faces.length).toBe(n * n - n + 1);
    }
  });

  it('add up to the union, and each is the boolean engine’s', () => {
    const next = numbers(5);
    for (let k = 0; k < 20; k++) {
      const paths = Array.from({ length: 5 }, () => {
        const [x, y, r] = [next() * 100, next() * 100, 15 + next() * 40];
        return next() < 0.5
          ? circle(x, y, r)
          : turned(regular(3 + Math.floor(next() * 4), x, y, r), next() * 90, x, y);
      });
      const map = facesOf(paths);
      const made = map.faces.map((_, i) => pathArea(map.outline([i])));
      const inUnion = made.filter((_, i) => map.faces[i].inside.some(Boolean));
      const union = pathArea(combine('union', paths));
      expect(Math.abs(total(inUnion) / union - 1)).toBeLessThan(1e-6);
      const inAll = made.filter((_, i) => map.faces[i].inside.every(Boolean));
      expect(Math.abs(total(inAll) - pathArea(combine('intersect', paths)))).toBeLessThan(1e-6 * union);
      // All faces of the union taken as one are the union.
      const whole = map.outline(map.faces.flatMap((f, i) => (f.inside.some(Boolean) ? [i] : [])));
      expect(Math.abs(pathArea(whole) / union - 1)).toBeLessThan(1e-6);
    }
  });

  it('tell abutting, equal and nested shapes apart', () => {
    expect(areas(rect(0, 0, 10, 10), rect(10, 0, 10, 10))).toEqual([100, 100]);
    expect(areas(rect(0, 0, 10, 10), rect(0, 0, 10, 10))).toEqual([100]);
    const nested = [rect(0, 0, 30, 30), rect(10, 10, 10, 10)];
    expect(faceAreas(...nested)).toEqual({ '10.0': 800, '11.0': 100 });
    const map = facesOf(nested);
    expect(map.outline([map.faces.findIndex((f) => f.key === '10.0')]).contours.length).toBe(2);
  });

  it('follow open paths, pass over loose ends, and close what open paths enclose', () => {
    const line = parsePath('M-10 5H40');
    expect(faceAreas(rect(0, 0, 30, 10), line)).toEqual({ '101l.0': 150, '101r.0': 150 });
    expect(areas(rect(0, 0, 30, 10), parsePath('M-10 5H20'))).toEqual([300]);
    expect(areas(parsePath('M0 0H10V10'), parsePath('M10 10H0V0'))).toEqual([100]);
    const saw = faceAreas(rect(0, 0, 60, 10), parsePath('M-5 5L10 -5L20 15L30 -5L40 15L50 -5L70 5'));
    const inside = Object.keys(saw).filter((key) => key.startsWith('1'));
    expect(inside.length).toBe(6);
    expect(total(inside.map((key) => saw[key]))).toBeCloseTo(600, 9);
  });

  it('keep their names while outlines move without crossing anew', () => {
    const keys = (d: number) =>
      facesOf([circle(0, 0, 50), circle(60 + d, d, 50), circle(30, 40 + d, 45)])
        .faces.map((f) => f.key)
        .sort();
    for (const d of [1, 3, 6]) expect(keys(d)).toEqual(keys(0));
  });

  it('cut by random open curves add up to the whole', () => {
    const point = fc.tuple(fc.integer({ min: -20, max: 120 }), fc.integer({ min: -20, max: 120 }));
    fc.assert(
      fc.property(fc.array(point, { minLength: 4, maxLength: 13 }), (p) => {
        let d = `M${p[0].join(' ')}`;
        for (let i = 1; i + 2 < p.length; i += 3)
          d += `C${p
            .slice(i, i + 3)
            .flat()
            .join(' ')}`;
        const body = circle(50, 50, 45);
        const map = facesOf([body, parsePath(d)]);
        const inside = map.faces.flatMap((f, i) => (f.inside[0] ? [pathArea(map.outline([i]))] : []));
        // Points within 2e-6 of the drawing’s size are one point: no edge moves further than that.
        expect(Math.abs(total(inside) - pathArea(body))).toBeLessThan(2e-6 * 200 * 2 * Math.PI * 45);
      }),
      { numRuns: 300 },
    );
  });
});
