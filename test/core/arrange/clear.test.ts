import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { isClear } from '@/core/arrange/clear';
import { combine } from '@/core/arrange/combine';
import { offsetPath } from '@/core/arrange/offset';
import { rawParallel } from '@/core/arrange/outline';
import { separate } from '@/core/arrange/separate';
import { translation } from '@/core/geometry/matrix';
import { contourArea, pathArea } from '@/core/geometry/measure';
import { type Contour, contourOf, type Path, reverseContour, transformPath } from '@/core/geometry/path';
import { faceById } from '@/core/lettering/face';
import { takeShippedFaces } from '../../faces';
import { circle, polygon, ring } from '../shapes';

beforeAll(takeShippedFaces);

const round = { join: 'round' as const, miterLimit: 4 };
const outline = (c: Contour): Contour => (contourArea(c) > 0 ? c : reverseContour(c));
const hole = (c: Contour): Contour => reverseContour(outline(c));
const disc = (x: number, y: number, r: number): Contour => outline(circle(x, y, r).contours[0]);

describe('contours', () => {
  it('are clear where outlines stand apart and holes lie in one of them each', () => {
    expect(isClear([disc(0, 0, 50)])).toBe(true);
    expect(isClear([disc(0, 0, 50), hole(disc(10, 0, 20)), hole(disc(-30, 0, 10))])).toBe(true);
    expect(isClear([disc(0, 0, 50), disc(101, 0, 50)])).toBe(true);
    expect(isClear(ring(0, 0, 50, 20).contours.map((c, i) => (i ? hole(c) : outline(c))))).toBe(true);
  });

  it('are clear, and told apart, however small they are', () => {
    for (const k of [1, 1e-5]) {
      // The hole’s first node lies between the outline and the chords of its eighths.
      const contours = [disc(0, 0, 50 * k), hole(disc(38 * k, 18 * k, 6.5 * k))];
      expect(isClear(contours)).toBe(true);
      expect(separate({ contours, fillRule: 'nonzero' }).map((area) => area.contours.length)).toEqual([2]);
    }
  });

  it('are not where they cross, touch, or lie in what hides them', () => {
    expect(isClear([disc(0, 0, 50), disc(80, 0, 50)])).toBe(false);
    expect(isClear([disc(0, 0, 50), disc(100, 0, 50)])).toBe(false);
    expect(isClear([disc(0, 0, 50), disc(0, 0, 20)])).toBe(false);
    expect(isClear([disc(0, 0, 50), hole(disc(100, 0, 20))])).toBe(false);
    expect(isClear([disc(0, 0, 50), hole(disc(0, 0, 20)), hole(disc(0, 0, 10))])).toBe(false);
    expect(isClear([disc(0, 0, 50), hole(disc(31, 0, 20))])).toBe(false);
    expect(isClear([hole(disc(0, 0, 50))])).toBe(false);
    expect(isClear([{ ...disc(0, 0, 50), closed: false }])).toBe(false);
  });

  it('are not where they cross themselves, be it in one curve', () => {
    const eight = polygon([0, 0], [100, 100], [100, 0], [0, 100]).contours[0];
    expect(isClear([eight])).toBe(false);
    const loop = contourOf(
      [
        [0, 0, 150, 80, -50, 80, 100, 0],
        [100, 0, 100, 0, 50, -60, 50, -60],
        [50, -60, 50, -60, 0, 0, 0, 0],
      ],
      true,
    );
    expect(isClear([loop])).toBe(false);
  });

  it('that are clear are their own union', () => {
    const corner = fc.tuple(fc.integer({ min: -100, max: 100 }), fc.integer({ min: -100, max: 100 }));
    let clear = 0;
    fc.assert(
      fc.property(
        fc.array(fc.array(corner, { minLength: 3, maxLength: 5 }), { minLength: 1, maxLength: 2 }),
        (all) => {
          const contours = all.map((points) => polygon(...points).contours[0]);
          if (!isClear(contours)) return;
          clear++;
          const path: Path = { contours, fillRule: 'nonzero' };
          const united = combine('union', [path]);
          expect(united.contours.length).toBe(contours.length);
          expect(pathArea(united)).toBeCloseTo(pathArea(path), 6);
        },
      ),
      { numRuns: 1500, seed: 7 },
    );
    expect(clear).toBeGreaterThan(100);
  });
});

describe('inward offsets of letters', () => {
  const letter = (text: string): Path => {
    const face = faceById('pacifico')?.at({});
    if (!face) throw new Error('pacifico');
    const [glyph] = face.shape(text, { from: 0, to: 1, rightToLeft: false, script: 'Latn', features: [] });
    return transformPath(face.outline(glyph.id), [0.12, 0, 0, 0.12, 0, 0]);
  };

  it('are the same pieces wherever their first node stands', () => {
    for (const text of ['a', 'e', 'g', 'k', 'n', 's']) {
      const clean = combine('union', [letter(text)]);
      const counts = clean.contours.map((c) => {
        const [x, y] = c.xy;
        const moved = transformPath({ contours: [c], fillRule: 'nonzero' }, translation(-x, -y)).contours[0];
        return [c, moved].map((k) => rawParallel(k, -1, round)?.xy.length);
      });
      for (const [there, atOrigin] of counts) expect(atOrigin).toBe(there);
    }
  });

  it('need no union where they are clear, and have the area that the union has', () => {
    let clear = 0;
    for (const text of 'abcdefghiklmnopqrstuvwxyz') {
      const clean = combine('union', [letter(text)]);
      const contours = clean.contours.map((c) => rawParallel(c, -1, round)).filter((c) => c !== null);
      if (isClear(contours)) clear++;
      const united = combine('union', [{ contours, fillRule: 'nonzero' }]);
      expect(pathArea(offsetPath(clean, -1, round))).toBeCloseTo(pathArea(united), 3);
    }
    expect(clear).toBeGreaterThan(12);
  });
});
