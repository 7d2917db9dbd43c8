import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyPatch, diffJson, PatchError, type PatchOperation, sameJson } from '@/core/document/patch';

type Example = [string, unknown, PatchOperation[], unknown];

// RFC 6902, appendix A; the numbers are the appendix's own.
const examples: Example[] = [
  [
    'A.1 add an object member',
    { foo: 'bar' },
    [{ op: 'add', path: '/baz', value: 'qux' }],
    { baz: 'qux', foo: 'bar' },
  ],
  [
    'A.2 add an array element',
    { foo: ['bar', 'baz'] },
    [{ op: 'add', path: '/foo/1', value: 'qux' }],
    { foo: ['bar', 'qux', 'baz'] },
  ],
  [
    'A.3 remove an object member',
    { baz: 'qux', foo: 'bar' },
    [{ op: 'remove', path: '/baz' }],
    { foo: 'bar' },
  ],
  [
    'A.4 remove an array element',
    { foo: ['bar', 'qux', 'baz'] },
    [{ op: 'remove', path: '/foo/1' }],
    { foo: ['bar', 'baz'] },
  ],
  [
    'A.5 replace a value',
    { baz: 'qux', foo: 'bar' },
    [{ op: 'replace', path: '/baz', value: 'boo' }],
    { baz: 'boo', foo: 'bar' },
  ],
  [
    'A.6 move a value',
    { foo: { bar: 'baz', waldo: 'fred' }, qux: { corge: 'grault' } },
    [{ op: 'move', from: '/foo/waldo', path: '/qux/thud' }],
    { foo: { bar: 'baz' }, qux: { corge: 'grault', thud: 'fred' } },
  ],
  [
    'A.7 move an array element',
    { foo: ['all', 'grass', 'cows', 'eat'] },
    [{ op: 'move', from: '/foo/1', path: '/foo/3' }],
    { foo: ['all', 'cows', 'eat', 'grass'] },
  ],
  [
    'A.8 test a value',
    { baz: 'qux', foo: ['a', 2, 'c'] },
    [
      { op: 'test', path: '/baz', value: 'qux' },
      { op: 'test', path: '/foo/1', value: 2 },
    ],
    { baz: 'qux', foo: ['a', 2, 'c'] },
  ],
  [
    'A.10 add a nested member',
    { foo: 'bar' },
    [{ op: 'add', path: '/child', value: { grandchild: {} } }],
    { foo: 'bar', child: { grandchild: {} } },
  ],
  [
    'A.14 escaped pointers',
    { '/': 9, '~1': 10 },
    [{ op: 'test', path: '/~01', value: 10 }],
    { '/': 9, '~1': 10 },
  ],
  [
    'A.16 add an array to the end',
    { foo: ['bar'] },
    [{ op: 'add', path: '/foo/-', value: ['abc', 'def'] }],
    { foo: ['bar', ['abc', 'def']] },
  ],
];

const refused: [string, unknown, unknown[]][] = [
  ['A.9 a failing test', { baz: 'qux' }, [{ op: 'test', path: '/baz', value: 'bar' }]],
  ['A.12 adding below nothing', { foo: 'bar' }, [{ op: 'add', path: '/baz/bat', value: 'qux' }]],
  ['A.15 comparing strings and numbers', { '/': 9, '~1': 10 }, [{ op: 'test', path: '/~01', value: '10' }]],
  ['an index beyond the end', { foo: [1] }, [{ op: 'add', path: '/foo/3', value: 2 }]],
  ['an index with a leading zero', { foo: [1, 2] }, [{ op: 'remove', path: '/foo/01' }]],
  ['moving a value into itself', { a: { b: {} } }, [{ op: 'move', from: '/a', path: '/a/b' }]],
  ['an unknown operation', {}, [{ op: 'spin', path: '/a' }]],
  ['a pointer without its slash', {}, [{ op: 'add', path: 'a', value: 1 }]],
];

describe('JSON Patch', () => {
  it.each(examples)('%s', (_, doc, patch, expected) => {
    const before = JSON.stringify(doc);
    expect(applyPatch(doc, patch)).toEqual(expected);
    expect(JSON.stringify(doc)).toBe(before);
  });

  it.each(refused)('refuses %s and leaves the document as it was', (_, doc, patch) => {
    const before = JSON.stringify(doc);
    expect(() => applyPatch(doc, patch as PatchOperation[])).toThrow(PatchError);
    expect(JSON.stringify(doc)).toBe(before);
  });

  it('turns any document into any other, and back', () => {
    fc.assert(
      fc.property(fc.object({ maxDepth: 3 }), fc.object({ maxDepth: 3 }), (a, b) => {
        const [x, y] = [a, b].map((v) => JSON.parse(JSON.stringify(v)) as unknown);
        expect(sameJson(applyPatch(x, diffJson(x, y)), y)).toBe(true);
        expect(sameJson(applyPatch(y, diffJson(y, x)), x)).toBe(true);
        expect(diffJson(x, x)).toEqual([]);
      }),
    );
  });

  it('shares what it does not touch', () => {
    const doc = { a: { deep: [1] }, b: { deep: [2] } };
    const next = applyPatch(doc, [{ op: 'replace', path: '/b/deep/0', value: 3 }]);
    expect(next.a).toBe(doc.a);
    expect(next.b).not.toBe(doc.b);
  });
});

it('a value copied within a patch stands alone: later operations change one place only', () => {
  const before = { a: { deep: { x: 1 } } };
  const after = applyPatch(before, [
    { op: 'replace', path: '/a/deep/x', value: 2 },
    { op: 'copy', from: '/a', path: '/b' },
    { op: 'replace', path: '/b/deep/x', value: 3 },
    { op: 'replace', path: '/a/deep/x', value: 4 },
  ]);
  expect(after).toEqual({ a: { deep: { x: 4 } }, b: { deep: { x: 3 } } });
  expect(before).toEqual({ a: { deep: { x: 1 } } });
});
