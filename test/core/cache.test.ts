import fc from 'fast-check';
import { expect, it } from 'vitest';
import { BoundedCache, mebibytes } from '@/core/cache/bounded-cache';

it('keeps within its bytes whatever is put in, and what was used last', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.constantFrom(...'abcdefgh'), fc.nat({ max: 900 })), { maxLength: 200 }),
      (uses) => {
        const cache = new BoundedCache<{ size: number }>(2000, (v) => v.size);
        for (const [key, size] of uses) {
          if (size % 3) cache.set(key, { size });
          else cache.get(key);
          expect(cache.bytes).toBeLessThanOrEqual(2000);
          // What was put in last is there unless it is too large by itself.
          if (size % 3) expect(cache.get(key)).toEqual({ size });
        }
        if (cache.size === 0) expect(cache.bytes).toBe(0);
      },
    ),
  );
});

it('lets what was used longest ago go first, and keeps nothing that is too large alone', () => {
  const cache = new BoundedCache<number>(1000, (v) => v);
  cache.set('a', 300);
  cache.set('b', 300);
  expect(cache.get('a')).toBe(300);
  cache.set('c', 300);
  expect(['a', 'b', 'c'].map((k) => cache.get(k))).toEqual([300, undefined, 300]);
  cache.set('a', 5000);
  expect(cache.get('a')).toBeUndefined();
  let made = 0;
  const make = () => ++made;
  expect([cache.getOr('n', make), cache.getOr('n', make)]).toEqual([1, 1]);
  expect(mebibytes(2)).toBe(2097152);
});
