import { isUnit, toSheetUnits } from '@/core';

/** Thrown for text that is no number or sum; the message says why. */
export class ExpressionError extends Error {}

/**
 * Value of a number, a number with a unit, or a sum of such: `12mm`, `1920/2-8`, `2*(3+4)`.
 * Lengths come out in sheet units.
 * @throws ExpressionError in plain words.
 */
export function evaluateExpression(text: string): number {
  let at = 0;
  const s = text.trim().replace(/,/g, '.').replace(/×/g, '*').replace(/÷/g, '/').replace(/−/g, '-');
  if (!s) throw new ExpressionError('Type a number.');
  const space = () => {
    while (s[at] === ' ') at++;
  };
  const term = (): number => {
    space();
    if (s[at] === '-' || s[at] === '+') {
      const sign = s[at++] === '-' ? -1 : 1;
      return sign * term();
    }
    if (s[at] === '(') {
      at++;
      const v = sum();
      if (s[at] !== ')') throw new ExpressionError('A bracket is not closed.');
      at++;
      return v;
    }
    const hit = /^(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?/i.exec(s.slice(at));
    if (!hit)
      throw new ExpressionError(at < s.length ? `“${s.slice(at)}” is not a number.` : 'The sum breaks off.');
    at += hit[0].length;
    space();
    const unit = /^(?:[a-z]+|%|°)/i.exec(s.slice(at))?.[0];
    if (!unit) return Number(hit[0]);
    at += unit.length;
    if (unit === '%' || unit === '°') return Number(hit[0]);
    if (!isUnit(unit.toLowerCase()))
      throw new ExpressionError(`“${unit}” is not a unit; use px, mm, cm, in or pt.`);
    return toSheetUnits(Number(hit[0]), unit.toLowerCase() as 'mm');
  };
  const product = (): number => {
    let v = term();
    for (space(); s[at] === '*' || s[at] === '/'; space()) {
      if (s[at++] === '*') v *= term();
      else {
        const by = term();
        if (by === 0) throw new ExpressionError('Nothing can be divided by zero.');
        v /= by;
      }
    }
    return v;
  };
  function sum(): number {
    let v = product();
    for (space(); s[at] === '+' || s[at] === '-'; space())
      v = s[at++] === '+' ? v + product() : v - product();
    return v;
  }
  const value = sum();
  space();
  if (at < s.length) throw new ExpressionError(`“${s.slice(at)}” is too much here.`);
  if (!Number.isFinite(value)) throw new ExpressionError('That number is too large.');
  return value;
}
