import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  applyPatch,
  clipText,
  guarded,
  isSoundText,
  PatchError,
  type PatchOperation,
  Places,
  soundText,
} from '@/core';

const set = (path: string): PatchOperation => ({ op: 'replace', path, value: 1 });

describe('places', () => {
  const pointer = fc
    .array(fc.constantFrom('a', 'b', 'a~1b', '0'), { maxLength: 4 })
    .map((k) => k.map((x) => `/${x}`).join(''));

  it('touch where comparing all with all finds that one lies in the other', () => {
    fc.assert(
      fc.property(fc.array(pointer, { maxLength: 5 }), fc.array(pointer, { maxLength: 5 }), (a, b) => {
        const plain = a.some((p) =>
          b.some((q) => `${p}/`.startsWith(`${q}/`) || `${q}/`.startsWith(`${p}/`)),
        );
        expect(new Places(a.map(set)).touchedBy(b.map(set))).toBe(plain);
      }),
    );
  });

  it('are those that are changed, not those that are only tested, and both ends of a move', () => {
    const test: PatchOperation = { op: 'test', path: '/a/id', value: 'x' };
    expect(new Places([test]).touchedBy([set('/a/id')])).toBe(false);
    expect(new Places([{ op: 'move', from: '/a', path: '/b' }]).touchedBy([set('/a/x')])).toBe(true);
  });
});

describe('a guarded patch', () => {
  it('fits only where the entries it reaches into are who they were', () => {
    const doc = {
      list: [
        { id: 'one', v: 0 },
        { id: 'two', v: 0 },
      ],
    };
    const patch = guarded([set('/list/0/v')], doc);
    expect(applyPatch(doc, patch).list[0].v).toBe(1);
    expect(() => applyPatch({ list: doc.list.toReversed() }, patch)).toThrow(PatchError);
  });
});

describe('texts', () => {
  it('are cut between what people see as one character', () => {
    expect(clipText(`${'a'.repeat(39)}🌙`, 40)).toBe('a'.repeat(39));
    expect(clipText(`${'a'.repeat(38)}🌙`, 40)).toBe(`${'a'.repeat(38)}🌙`);
    expect(clipText('👩‍🔬👩‍🔬', 6)).toBe('👩‍🔬');
  });

  it('that are cut stay sound, begin as they did, and are no longer than they may be', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), fc.nat(30), (text, n) => {
        const cut = clipText(text, n);
        expect(cut.length).toBeLessThanOrEqual(n);
        expect(text.startsWith(cut)).toBe(true);
        if (isSoundText(text)) expect(isSoundText(cut)).toBe(true);
      }),
    );
  });

  it('lose halves of characters and NUL, and nothing else', () => {
    expect(soundText('a\ud83db\0🌙\udf19')).toBe('ab🌙');
  });
});
