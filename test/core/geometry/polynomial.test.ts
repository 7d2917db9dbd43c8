import fc from 'fast-check';
import { expect, it } from 'vitest';
import { polynomialAt, signChanges } from '@/core/geometry/polynomial';

const root = fc.integer({ min: 2, max: 98 }).map((v) => v / 100);

it('finds all places in 0–1 where a polynomial changes its sign, and no others', () => {
  // From its roots; double ones touch and do not change it.
  fc.assert(
    fc.property(fc.uniqueArray(root, { maxLength: 4 }), fc.constantFrom(-3, 0.5, 40), (roots, k) => {
      let p: readonly number[] = [k];
      for (const r of roots) p = p.concat(0).map((v, i) => v - r * (i ? p[i - 1] : 0));
      const found = signChanges(p);
      expect(found).toHaveLength(roots.length);
      for (const [i, r] of [...roots].sort((a, b) => a - b).entries()) expect(found[i]).toBeCloseTo(r, 6);
    }),
  );
  expect(signChanges([1, -1, 0.25])).toEqual([]);
  expect(signChanges([0, 0, 0])).toEqual([]);
  expect(signChanges([1e-20, 2, -1])).toEqual([0.5]);
  expect(polynomialAt([2, 0, -1], 3)).toBe(17);
});
