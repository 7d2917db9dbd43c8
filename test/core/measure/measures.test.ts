import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  type Design,
  dropOverridden,
  ExpressionError,
  evaluateExpression,
  followFormula,
  makeCoat,
  makeDesign,
  makePart,
  makeSource,
  makeStep,
  measureValues,
  namesIn,
  type Part,
  removeMeasure,
  renameMeasure,
  withMeasures,
} from '@/core';
import { duplicateParts, pasteParts, withPart } from '@/core/edit';
import { withName } from '@/core/measure/expression';
import { DesignError, readDesign } from '@/core/reading';

const measure = (name: string, text: string) => ({ id: `m-${name}`, name, text });
const why = (work: () => unknown): string => {
  try {
    work();
  } catch (e) {
    if (e instanceof ExpressionError) return e.message;
    throw e;
  }
  return '';
};

const ring = (): Part =>
  makePart(makeSource('ellipse', { width: 100, height: 100 }), {
    id: 'disc',
    name: 'Disc',
    coats: [makeCoat('stroke', { width: 4 })],
    steps: [makeStep('radial-repeat', { count: 6 })],
  });

function design(): Design {
  const d = makeDesign('Plan');
  const part = ring();
  return withMeasures({ ...d, parts: { disc: part }, sheets: [{ ...d.sheets[0], parts: ['disc'] }] }, [
    measure('edge', '40'),
    measure('petals', '8'),
    measure('wide', '3*edge'),
  ]);
}

const follow = (d: Design, address: string, text: string, per?: 'mm' | '%'): Design =>
  withPart(d, followFormula(d, d.parts.disc, address, { text, ...(per ? { in: per } : {}) }));

describe('measures', () => {
  it('are numbers and sums of each other, in any order', () => {
    const values = measureValues([measure('a', '2*b + 1'), measure('b', 'c/4'), measure('c', '25.4mm')]);
    expect(values.get('c')).toBeCloseTo(96, 9);
    expect(values.get('a')).toBeCloseTo(49, 9);
  });

  it('that rest on themselves are refused with their names', () => {
    const d = design();
    expect(why(() => withMeasures(d, [measure('a', 'b'), measure('b', 'c+1'), measure('c', 'a')]))).toMatch(
      /a → b → c → a/,
    );
    expect(why(() => withMeasures(d, [measure('a', 'a')]))).toMatch(/a → a/);
    expect(why(() => withMeasures(d, [measure('a', '1'), measure('a', '2')]))).toMatch(/Two measures/);
    expect(why(() => withMeasures(d, [measure('mm', '1')]))).toMatch(/no unit/);
    expect(why(() => withMeasures(d, [measure('a', 'gone/2')]))).toMatch(/“a”.*“gone” is neither/);
  });

  it('lead every number that follows them: sources, steps, coats, lists and units', () => {
    let d = follow(design(), 'source/width', 'wide + 10');
    d = follow(d, `steps/${d.parts.disc.steps[0].id}/params/count`, 'petals');
    d = follow(d, `coats/${d.parts.disc.coats[0].id}/width`, 'edge/10');
    d = follow(d, `coats/${d.parts.disc.coats[0].id}/dashes`, 'edge edge/2');
    d = follow(d, 'opacity', 'edge', '%');
    d = follow(d, 'source/height', 'edge + 10', 'mm');
    d = withMeasures(d, [measure('edge', '50'), measure('petals', '9'), measure('wide', '3*edge')]);
    const { source, steps, coats, opacity } = d.parts.disc;
    expect(source).toMatchObject({ width: 160, height: 50 + (10 * 96) / 25.4 });
    expect(steps[0].params.count).toBe(9);
    expect(coats[0]).toMatchObject({ width: 5, dashes: [50, 25] });
    expect(opacity).toBe(0.5);
    expect(readDesign(JSON.parse(JSON.stringify(d)))).toEqual(d);
  });

  it('that would break a number are refused, and nothing changes', () => {
    const d = follow(design(), `steps/${design().parts.disc.steps[0].id}/params/count`, 'petals');
    const e = follow(d, `steps/${d.parts.disc.steps[0].id}/params/count`, 'petals');
    const to = (text: string) =>
      why(() => withMeasures(e, [measure('petals', text), measure('edge', '1'), measure('wide', '1')]));
    expect(to('-3')).toMatch(/“petals” in “Disc” must not be below 1/);
    expect(to('2.5')).toMatch(/whole number/);
    expect(e.parts.disc.steps[0].params.count).toBe(8);
  });

  it('let go of a number set by hand, and of nothing else', () => {
    const d = follow(follow(design(), 'source/width', 'edge'), 'source/height', 'edge');
    const part = d.parts.disc;
    const dragged = withPart(d, { ...part, source: { ...part.source, width: 77 } as Part['source'] });
    const kept = dropOverridden(d, dragged).parts.disc;
    expect(Object.keys(kept.formulas ?? {})).toEqual(['source/height']);
    const moved = withPart(d, { ...part, place: { ...part.place, x: 5 } });
    expect(dropOverridden(d, moved)).toBe(moved);
    // A card that is removed takes its formulas along.
    const step = follow(d, `steps/${part.steps[0].id}/params/count`, 'petals');
    const bare = withPart(step, { ...step.parts.disc, steps: [] });
    expect(Object.keys(dropOverridden(step, bare).parts.disc.formulas ?? {})).toHaveLength(2);
  });

  it('are renamed everywhere, and leave their number behind when removed', () => {
    const d = follow(design(), 'source/width', 'wide + edge');
    const renamed = renameMeasure(d, 'm-edge', 'stem');
    expect(renamed.parts.disc.formulas?.['source/width'].text).toBe('wide + stem');
    expect(renamed.measures?.find((m) => m.name === 'wide')?.text).toBe('3*stem');
    expect(why(() => renameMeasure(d, 'm-edge', 'petals'))).toMatch(/Two measures/);
    const less = removeMeasure(d, 'm-edge');
    expect(less.parts.disc.source).toMatchObject({ width: 160 });
    expect(less.parts.disc.formulas?.['source/width'].text).toBe('wide + (40)');
    expect(removeMeasure(less, 'm-wide').parts.disc.formulas).toBeUndefined();
  });

  it('go along with copies, and stay numbers in a design that has no such measure', () => {
    let d = design();
    d = follow(d, `coats/${d.parts.disc.coats[0].id}/width`, 'edge/10');
    const twice = duplicateParts(d, d.sheets[0].id, ['disc']);
    const copy = twice.design.parts[twice.chosen[0]];
    const wider = withMeasures(twice.design, [
      measure('edge', '90'),
      measure('petals', '8'),
      measure('wide', '1'),
    ]);
    expect(wider.parts[copy.id].coats[0]).toMatchObject({ width: 9 });
    const other = makeDesign('Other');
    const pasted = pasteParts(other, other.sheets[0].id, null, d.parts, ['disc']);
    const there = pasted.design.parts[pasted.chosen[0]];
    expect(there.formulas).toBeUndefined();
    expect(there.coats[0]).toMatchObject({ width: 4 });
  });

  it('in a stored design are checked on reading', () => {
    const d = design();
    const faults = (bad: unknown): string => {
      try {
        readDesign(bad);
      } catch (e) {
        if (e instanceof DesignError) return e.message;
        throw e;
      }
      return '';
    };
    expect(faults({ ...d, measures: [measure('a', 'b'), measure('b', 'a')] })).toMatch(/a → b → a/);
    const led = { ...d.parts.disc, formulas: { 'source/width': { text: 'nothing*2' } } };
    expect(faults({ ...d, parts: { disc: led } })).toMatch(/no measure “nothing”/);
  });
});

it('names are told from numbers with units, and replacing one leaves the others', () => {
  expect(namesIn('2*edge + 12mm - edge/gap_2 + 1e3')).toEqual(['edge', 'gap_2']);
  expect(withName('edge + edges*edge', 'edge', 'stem')).toBe('stem + edges*stem');
  const name = fc.constantFrom('edge', 'gap', 'größe', 'r_1', 'e', 'mmm');
  const value = fc.integer({ min: 1, max: 99 });
  fc.assert(
    fc.property(name, name, value, value, (a, b, x, y) => {
      const text = `3*${a}-(${b} + 2mm)/4`;
      const lookup = (n: string) => (n === a ? x : n === b ? y : undefined);
      const direct = evaluateExpression(text, { measure: lookup });
      const replaced = withName(text, a, x);
      expect(evaluateExpression(replaced, { measure: lookup })).toBeCloseTo(direct, 9);
      // In another unit the same sum comes to the same length.
      const inMm = evaluateExpression(text, { measure: lookup, unit: 96 / 25.4 });
      expect((inMm * 96) / 25.4).toBeCloseTo(direct, 9);
    }),
  );
});
