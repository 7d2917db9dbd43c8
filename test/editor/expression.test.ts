import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ExpressionError, evaluateExpression } from '@/core';
import { contourNumbers } from '@/core/edit/draft';

describe('number fields', () => {
  it('take units and sums', () => {
    expect(evaluateExpression('1920/2-8')).toBe(952);
    expect(evaluateExpression(' 2 * (3 + 4) ')).toBe(14);
    expect(evaluateExpression('25.4mm')).toBeCloseTo(96, 9);
    expect(evaluateExpression('1in + 3pt')).toBeCloseTo(100, 9);
    expect(evaluateExpression('−5')).toBe(-5);
    expect(evaluateExpression('1,5')).toBe(1.5);
    expect(evaluateExpression('--4')).toBe(4);
  });

  it('say in words why something is no number', () => {
    const why = (t: string) => {
      try {
        return String(evaluateExpression(t));
      } catch (e) {
        if (e instanceof ExpressionError) return e.message;
        throw e;
      }
    };
    expect(why('')).toMatch(/Type a number/);
    expect(why('12 bananas')).toMatch(/not a unit/);
    expect(why('3/0')).toMatch(/divided by zero/);
    expect(why('(1+2')).toMatch(/bracket/);
    expect(why('NaN')).toMatch(/not a number|neither/);
    expect(why('1e999')).toMatch(/too large/);
    fc.assert(fc.property(fc.string({ maxLength: 12 }), (t) => why(t).length > 0));
  });
});

it('a drawn path closes on its first node, handles mirrored', () => {
  const xy = contourNumbers(
    [
      { x: 0, y: 0, out: { x: 10, y: 0 } },
      { x: 50, y: 50, out: null },
    ],
    true,
  );
  expect(xy).toEqual([0, 0, 10, 0, 50, 50, 50, 50, 50, 50, -10, 0, 0, 0]);
});
