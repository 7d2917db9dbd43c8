import { describe, expect, it } from 'vitest';
import { makeCoat, parsePath, pathArea, type StrokeCoat } from '@/core';
import { coatArea, dragWidth, widthHandles } from '@/core/coat';
import { asPieces } from '@/core/outline/pieces';
import { circle } from '../shapes';

const stroke = (values: Partial<StrokeCoat>) => makeCoat('stroke', { width: 20, ...values }) as StrokeCoat;
const line = parsePath('M0 0L200 0');

describe('a stroke of changing width', () => {
  it('covers the mean of its widths times its length on a straight line', () => {
    for (const [profile, mean] of [
      ['thinning', 1 / 2],
      ['thickening', 1 / 2],
      ['thin-ends', 2 / Math.PI],
      ['thick-ends', 1 - (0.8 * 2) / Math.PI],
    ] as const) {
      const area = pathArea(coatArea(stroke({ profile }), line));
      expect(area / (200 * 20 * mean)).toBeCloseTo(1, 3);
    }
  });

  it('of points has each of its widths where its grip says, and takes a drag', () => {
    const coat = stroke({ profile: 'points', widths: [0.5, 1, 0.25] });
    const grips = widthHandles(coat, asPieces([line]));
    expect(grips.map((h) => [Math.round(h.x), h.y])).toEqual([
      [0, 5],
      [100, 10],
      [200, 2.5],
    ]);
    expect(dragWidth(coat, 'width-2', { x: 200, y: -8 }, asPieces([line])).widths).toEqual([0.5, 1, 0.8]);
  });

  it('lies on one side of a closed path, and dashes are cut out of it', () => {
    const round = circle(0, 0, 100);
    const inside = coatArea(stroke({ profile: 'points', widths: [1, 1], align: 'inside' }), round);
    // A ring of 20 inside: its joints and fitted sides stay within a thousandth.
    expect(pathArea(inside) / (Math.PI * (100 ** 2 - 80 ** 2))).toBeCloseTo(1, 2);
    const dashed = coatArea(
      stroke({ profile: 'points', widths: [1, 1], dashes: [20 * Math.PI, 20 * Math.PI] }),
      round,
    );
    expect(pathArea(dashed) / ((Math.PI * (110 ** 2 - 90 ** 2)) / 2)).toBeCloseTo(1, 2);
  });

  it('follows the pressure it was drawn with', () => {
    const [contour] = line.contours;
    const pressed = { ...line, contours: [{ ...contour, pressure: [0.5, 0.5] }] };
    expect(pathArea(coatArea(stroke({ profile: 'pressure' }), pressed))).toBeCloseTo(2000, 0);
    expect(pathArea(coatArea(stroke({ profile: 'pressure' }), line))).toBeCloseTo(4000, 0);
  });
});
