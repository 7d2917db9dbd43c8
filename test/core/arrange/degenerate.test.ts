import { describe, expect, it } from 'vitest';
import { combine, operations } from '@/core/arrange/combine';
import { pathArea } from '@/core/geometry/measure';
import { sampled } from '../../share';
import { describeCase, families } from './families';
import { polygonArea, wrongPoints } from './truth';

const variants = 15;
/** Those that are looked at: all, or a few. */
const seen = sampled(
  Array.from({ length: variants }, (_, k) => k),
  2,
);

describe('combining degenerate shapes', () => {
  it('covers at least 2,000 cases in 30 families', () => {
    expect(families.length).toBeGreaterThanOrEqual(30);
    expect(families.length * variants * operations.length).toBeGreaterThanOrEqual(2000);
  });

  // Area against an independent polygon library on fine chords; membership against the windings.
  it.each(families)('$name', ({ make }) => {
    const wrong: string[] = [];
    for (const k of seen)
      for (const operation of operations) {
        const paths = make(k);
        const result = combine(operation, paths);
        const truth = polygonArea(operation, paths);
        const off = Math.abs(pathArea(result) - truth.area);
        const points = wrongPoints(operation, paths, result, 30);
        // Chords lie within 1e-5 of the size; points merge within 2e-6 of it.
        if (off > truth.around * truth.around * 1e-5 || points > 0)
          wrong.push(
            `${operation} ${k}: area off by ${off} of ${truth.area}, ${points} points\n${describeCase(paths)}`,
          );
      }
    expect(wrong).toEqual([]);
  });
});
