import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { changedMembers, copyRecord, remembered, withMembers } from '@/core/document/record';

const record = fc.dictionary(fc.string({ minLength: 1, maxLength: 4 }), fc.integer(), { maxKeys: 30 });

describe('records', () => {
  it('with members put in are those that spreading makes', () => {
    fc.assert(
      fc.property(record, record, (a, b) => {
        expect(copyRecord(a)).toEqual({ ...a });
        expect(withMembers(a, Object.entries(b))).toEqual({ ...a, ...b });
        // Made from a record that was itself made so: names are known, not looked for.
        const twice = withMembers(withMembers(a, Object.entries(a)), Object.entries(b));
        expect(twice).toEqual({ ...a, ...b });
        expect(copyRecord(twice)).toEqual({ ...a, ...b });
      }),
    );
  });

  it('say what may differ from the one they were made from, and from no other', () => {
    const a = { x: 1, y: 2, z: 3 };
    const b = withMembers(a, [['y', 5]]);
    expect(changedMembers(a, b)).toEqual(['y']);
    expect(changedMembers({ ...a }, b)).toBeNull();
    // New members: only a walk can tell.
    expect(changedMembers(a, withMembers(a, [['w', 1]]))).toBeNull();
  });

  it('have what was found out about them taken over only where it still holds', () => {
    let walks = 0;
    const memo = new WeakMap<object, { sum: number }>();
    const even = (r: Readonly<Record<string, number>>) => {
      walks++;
      return { sum: Object.values(r).filter((v) => v % 2 === 0).length };
    };
    const ask = (r: Readonly<Record<string, number>>) =>
      remembered(memo, r, even, (p, q) => p % 2 === q % 2).sum;
    const a = { x: 1, y: 2 };
    expect(ask(a)).toBe(1);
    const same = withMembers(a, [['x', 3]]);
    expect([ask(same), walks]).toEqual([1, 1]);
    const other = withMembers(same, [['x', 4]]);
    expect([ask(other), walks]).toEqual([2, 2]);
    // Asked first of the newer one, the older one knows as well.
    const [p, q] = [{ x: 1 }, withMembers({ x: 1 }, [['x', 5]])];
    expect([ask(p), ask(q), walks]).toEqual([0, 0, 4]);
  });
});
