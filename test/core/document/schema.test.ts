import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  type Design,
  formatVersion,
  makeCoat,
  makeDesign,
  makeFinish,
  makePart,
  makeSource,
  makeStep,
  type Part,
  primitiveKinds,
  stepKinds,
} from '@/core';
import { DesignError, parseDesign, readDesign } from '@/core/reading';
import { demoDesigns } from '../../../demo';
import { runs } from '../../share';

function withParts(...parts: Part[]): Design {
  const d = makeDesign('Test');
  return {
    ...d,
    sheets: [{ ...d.sheets[0], parts: parts.map((p) => p.id) }],
    parts: Object.fromEntries(parts.map((p) => [p.id, p])),
  };
}

const faultsOf = (raw: unknown): string => {
  try {
    readDesign(raw);
    return '';
  } catch (e) {
    if (e instanceof DesignError) return e.message;
    throw e;
  }
};

describe('reading designs', () => {
  it('takes every demo design, and every kind of source, step, coat and finish with its defaults', () => {
    for (const make of Object.values(demoDesigns))
      expect(faultsOf(JSON.parse(JSON.stringify(make())))).toBe('');
    for (const kind of primitiveKinds) {
      // A piece is one of something.
      const named = kind === 'piece' ? { of: 'body', by: ['knife'] } : {};
      const part = makePart(makeSource(kind, named), {
        steps: stepKinds.map((k) => makeStep(k)),
        coats: [makeCoat('fill'), makeCoat('stroke')],
        finishes: [makeFinish('soft-shadow')],
      });
      expect(faultsOf(withParts(part))).toBe('');
    }
  });

  it('names the part and the field that are wrong', () => {
    const part = makePart(makeSource('ellipse', { width: -4 }), { name: 'Rim' });
    expect(faultsOf(withParts(part))).toMatch(/Part “Rim”.*width.*must not be below 0/s);
    const step = makePart(makeSource('ellipse'), {
      name: 'Ring',
      steps: [makeStep('radial-repeat', { count: 2.5 })],
    });
    expect(faultsOf(withParts(step))).toMatch(/Part “Ring”.*count.*whole number/s);
    const coat = makePart(makeSource('ellipse'), {
      name: 'Disc',
      coats: [makeCoat('fill', { paint: { kind: 'solid', colour: 'plum' } })],
    });
    expect(faultsOf(withParts(coat))).toMatch(/Part “Disc”.*colour/s);
  });

  it('refuses other files, other versions and broken text in words', () => {
    expect(() => parseDesign('{')).toThrow(/not JSON/);
    expect(faultsOf(null)).toMatch(/not a design/);
    expect(faultsOf({ format: 'other' })).toMatch(/not a Silent Compass design/);
    expect(faultsOf({ ...makeDesign('x'), version: 99 })).toMatch(
      new RegExp(`version 99.*reads versions 1 to ${formatVersion}`),
    );
  });

  it('refuses trees that are no trees', () => {
    const a = makePart({ kind: 'group' }, { id: 'a', name: 'A', children: ['b'] });
    const b = makePart({ kind: 'group' }, { id: 'b', name: 'B', children: ['a'] });
    const d = withParts(a);
    expect(faultsOf({ ...d, parts: { a, b } })).toMatch(/inside itself/);
    expect(faultsOf({ ...d, parts: { a } })).toMatch(/“b” is missing/);
    const lost = makePart(makeSource('ellipse'), { name: 'Lost' });
    expect(faultsOf({ ...withParts(), parts: { [lost.id]: lost } })).toMatch(/“Lost”: is on no sheet/);
    const leaf = makePart(makeSource('ellipse'), { id: 'c', name: 'Leaf', children: ['d'] });
    const inner = makePart(makeSource('ellipse'), { id: 'd' });
    expect(faultsOf({ ...withParts(leaf), parts: { c: leaf, d: inner } })).toMatch(/cannot hold/);
  });

  it('never fails in any other way, whatever is put in the place of anything', () => {
    const design = JSON.parse(JSON.stringify(demoDesigns['moon-phase-badge']())) as Design;
    const places: (string | number)[][] = [];
    const visit = (v: unknown, at: (string | number)[]) => {
      places.push(at);
      if (at.length < 6 && typeof v === 'object' && v)
        for (const [k, c] of Object.entries(v)) visit(c, [...at, k]);
    };
    visit(design, []);
    fc.assert(
      fc.property(fc.constantFrom(...places.slice(1)), fc.anything({ maxDepth: 2 }), (place, value) => {
        const copy = structuredClone(design) as unknown as Record<string, unknown>;
        let at = copy;
        for (const k of place.slice(0, -1)) at = at[k] as Record<string, unknown>;
        at[place[place.length - 1]] = value;
        faultsOf(copy);
      }),
      { numRuns: runs(3000, 120) },
    );
  });
});
