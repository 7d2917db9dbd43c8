import fc from 'fast-check';
import { expect, it } from 'vitest';
import { type Place, placeMatrix, placeOnSheet, steps, withPlaceOnSheet } from '@/core';

const { fields } = steps.mirror;
const [axisX, axisY] = ['axisX', 'axisY'].map((n) => fields.find((f) => f.name === n) as (typeof fields)[0]);

it('a place is told as the sheet has it, and typing one coordinate leaves the other where it is', () => {
  const number = fc.double({ min: -900, max: 900, noNaN: true });
  const scale = fc.double({ min: 0.2, max: 4, noNaN: true });
  fc.assert(
    fc.property(number, number, number, number, number, scale, scale, (x, y, turn, own, typed, sx, sy) => {
      const place: Place = { x, y, turn, skew: 12, scaleX: sx, scaleY: -sy };
      const world = placeMatrix(place);
      const params = { axisX: own, axisY: -own / 2 };
      const before = placeOnSheet(fields, axisX, params, world);
      const next = { ...params, ...withPlaceOnSheet(fields, axisX, params, world, typed) };
      const after = placeOnSheet(fields, axisY, next, world);
      expect(after.x).toBeCloseTo(typed, 6);
      expect(after.y).toBeCloseTo(before.y, 6);
    }),
  );
  // A part without any width cannot say where a place on the sheet lies in it.
  expect(withPlaceOnSheet(fields, axisX, { axisX: 1, axisY: 1 }, [0, 0, 0, 1, 0, 0], 5)).toEqual({});
});
