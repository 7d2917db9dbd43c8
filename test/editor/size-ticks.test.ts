import fc from 'fast-check';
import { expect, it } from 'vitest';
import { sizeTicks } from '@/editor/proof/size-ticks';

it('marks round sizes, few of them, each once and within the scale', () => {
  expect(sizeTicks(0.8, 60)).toEqual([1, 2, 5, 10, 20, 50]);
  expect(sizeTicks(1, 900)).toEqual([1, 3, 10, 30, 100, 300]);
  expect(sizeTicks(2.2, 2.4)).toEqual([2.2, 2.4]);
  const size = fc.double({ min: 1e-3, max: 1e5, noNaN: true });
  fc.assert(
    fc.property(size, size, (a, b) => {
      const [low, high] = [Math.min(a, b), Math.max(a, b)];
      const ticks = sizeTicks(low, high);
      expect(ticks.length).toBeLessThanOrEqual(6);
      expect(new Set(ticks.map((v) => v.toPrecision(2))).size === ticks.length || ticks.length === 2).toBe(
        true,
      );
      for (const v of ticks) expect(v >= low && v <= high).toBe(true);
    }),
  );
});
