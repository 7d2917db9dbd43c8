import fc from 'fast-check';
import { openSync } from 'fontkit';
import { describe, expect, it } from 'vitest';
import { combine, evaluatePart, joinOutline, makePart, makeSource, type Path, transformPath } from '@/core';
import { multiply, rotation, scaling, translation } from '@/core/geometry/matrix';
import { gapWidths, strokeWidths } from '@/core/proof/across';
import { fontFile, takeShippedFaces } from '../../faces';
import { circle, polygon, rect, regular } from '../shapes';

takeShippedFaces();

const clean = (...paths: Path[]): Path => combine('union', paths);
const cut = (a: Path, ...rest: Path[]): Path => combine('subtract', [a, ...rest]);
const stroke = (path: Path): number => strokeWidths(path).narrowest?.size ?? Number.NaN;
const gap = (path: Path): number => gapWidths(path).narrowest?.size ?? Number.NaN;

/** A measured width within a hundredth of what it is. */
const expectWidth = (measured: number, width: number): void =>
  expect(Math.abs(measured - width) / width, `${measured} for ${width}`).toBeLessThan(0.01);

describe('the thinnest stroke', () => {
  // Widths by construction.
  it.each<[string, Path, number]>([
    ['a stripe', rect(0, 0, 300, 12), 12],
    ['a square', rect(0, 0, 80, 80), 80],
    ['a disc', clean(circle(0, 0, 50)), 100],
    ['a ring', cut(circle(0, 0, 50), circle(0, 0, 44)), 6],
    ['a ring whose hole lies off its middle', cut(circle(0, 0, 50), circle(4, 0, 40)), 6],
    ['a wedge that is cut off', polygon([0, -5], [200, -20], [200, 20], [0, 5]), 10],
    ['an hourglass', polygon([0, 0], [100, 0], [53, 50], [100, 100], [0, 100], [47, 50]), 6],
    ['a stripe with a point', polygon([0, 0], [100, 0], [110, 5], [100, 10], [0, 10]), 10],
    // The largest circle in an equilateral triangle: side / √3 across.
    ['a triangle, which has no two sides', regular(3, 0, 0, 100), 100],
    ['a frame', cut(rect(0, 0, 100, 100), rect(9, 9, 82, 82)), 9],
  ])('of %s', (_, path, width) => expectWidth(stroke(path), width));

  it('of two areas is that of the thinner', () => {
    expectWidth(stroke(clean(rect(0, 0, 100, 30), rect(0, 60, 100, 7))), 7);
  });

  it('is pointed at: both ends lie on the outline, across from each other', () => {
    const found = strokeWidths(cut(circle(0, 0, 50), circle(4, 0, 40))).narrowest;
    const [a, b] = [found?.from, found?.to].map((p) => Math.hypot(p?.x ?? 0, p?.y ?? 0));
    expect(Math.max(a, b)).toBeCloseTo(50, 1);
    expect(Math.min(a, b)).toBeCloseTo(44, 1);
    expect((found?.from.x ?? 0) * (found?.to.x ?? 0)).toBeGreaterThan(0);
  });

  it('goes along with what turns, moves and scales the shape', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 12, noNaN: true }),
        fc.double({ min: 0.1, max: 10, noNaN: true }),
        fc.double({ min: -180, max: 180, noNaN: true }),
        fc.double({ min: -900, max: 900, noNaN: true }),
        (off, scale, turn, shift) => {
          const m = multiply(translation(shift, -shift), multiply(rotation(turn), scaling(scale)));
          const path = transformPath(cut(circle(0, 0, 60), circle(off, 0, 60 - 2 * off - 3)), m);
          expectWidth(stroke(path), scale * (off + 3));
        },
      ),
      { numRuns: 40 },
    );
  });

  // The stem of “l” is as wide as the letter, by another reader of fonts; its sides are straight.
  it.each([
    ['league-spartan-800', 'l'],
    ['anton', 'l'],
    ['zilla-slab-700', '|'],
  ])('of the stem of %s “%s” is what its font says', (face, letter) => {
    const size = 400;
    const part = makePart(makeSource('lettering', { text: letter, face, size }));
    const { bbox } = openSync(fontFile(face)).layout(letter).glyphs[0];
    const { unitsPerEm } = openSync(fontFile(face));
    const outline = joinOutline(evaluatePart({ parts: {} }, part).outline);
    expectWidth(stroke(clean(outline)), ((bbox.maxX - bbox.minX) * size) / unitsPerEm);
  });
});

describe('the narrowest gap', () => {
  it.each<[string, Path, number]>([
    ['between two discs', clean(circle(0, 0, 50), circle(0, 104, 50)), 4],
    ['of a channel', polygon([0, 0], [10, 0], [10, 80], [22, 80], [22, 0], [32, 0], [32, 90], [0, 90]), 12],
    ['of a hole', cut(rect(0, 0, 100, 100), circle(50, 50, 8)), 16],
    [
      'between a ring and what stands in it',
      clean(cut(circle(0, 0, 60), circle(0, 0, 50)), circle(6, 0, 40)),
      4,
    ],
    [
      'between corners',
      clean(polygon([0, 0], [50, 50], [0, 100]), polygon([103, 0], [53, 50], [103, 100])),
      3,
    ],
  ])('%s', (_, path, width) => expectWidth(gap(path), width));

  it('is none beside a shape without hollows, and none where sides meet in a notch', () => {
    expect(gapWidths(rect(0, 0, 50, 50)).narrowest).toBeNull();
    expect(gapWidths(polygon([0, 0], [50, 90], [100, 0], [100, 100], [0, 100])).narrowest).toBeNull();
    // Blunt, it is a notch still: it runs out over less than its own width.
    expect(
      gapWidths(polygon([0, 0], [49, 90], [51, 90], [100, 0], [100, 100], [0, 100])).narrowest,
    ).toBeNull();
  });
});

describe('widths all along', () => {
  it('are as long as the outline that has them', () => {
    const { spread } = strokeWidths(cut(circle(0, 0, 50), circle(0, 0, 44)));
    const length = spread.reduce((sum, s) => sum + s.length, 0);
    expect(length / (2 * Math.PI * (50 + 44))).toBeCloseTo(1, 2);
    for (const s of spread) expectWidth(s.size, 6);
  });

  it('of what is too fine are not begun, and that is said', () => {
    const comb = Array.from({ length: 4200 }, (_, i): [number, number] => [i, i % 2 ? 0 : 10]);
    expect(() => strokeWidths(polygon(...comb, [4200, 50], [0, 50]))).toThrow(
      /Not measured: the outline has/,
    );
  });
});
