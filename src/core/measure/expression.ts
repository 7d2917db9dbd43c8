import { isUnit, toSheetUnits } from '../geometry/units';

/** Thrown for text that is no number or sum; the message says why. */
export class ExpressionError extends Error {}

/** What the words in a sum mean. */
export interface Meaning {
  /** Value of a measure, or undefined where there is none of this name. */
  readonly measure?: (name: string) => number | undefined;
  /** Sheet units that a plain number counts: lengths and measures come out in this unit. */
  readonly unit?: number;
}

/** A name of a measure: letters, digits and _, not beginning with a digit. */
const nameAtStart = /^[\p{L}_][\p{L}\p{N}_]*/u;
export const isMeasureName = (text: string): boolean =>
  text.length <= 40 && nameAtStart.exec(text)?.[0].length === text.length && !isUnit(text.toLowerCase());

const tidied = (text: string): string =>
  text.trim().replace(/,/g, '.').replace(/×/g, '*').replace(/÷/g, '/').replace(/−/g, '-');

const numberAtStart = /^(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?/i;

/** A text cut into names of measures and what lies between them. */
function cutAtNames(text: string): { readonly text: string; readonly name: boolean }[] {
  const out: { text: string; name: boolean }[] = [];
  let rest = text;
  while (rest) {
    // A number takes its unit along: “12mm” names nothing.
    const number = numberAtStart.exec(rest)?.[0];
    const unit = number === undefined ? '' : (/^ *[a-z]+/i.exec(rest.slice(number.length))?.[0] ?? '');
    const name = number === undefined ? nameAtStart.exec(rest)?.[0] : undefined;
    const piece = name ?? (number === undefined ? rest[0] : number + unit);
    out.push({ text: piece, name: name !== undefined });
    rest = rest.slice(piece.length);
  }
  return out;
}

/** Names of the measures that a sum speaks of, each once. */
export const namesIn = (text: string): string[] => [
  ...new Set(
    cutAtNames(text)
      .filter((p) => p.name)
      .map((p) => p.text),
  ),
];

/** A sum with one name put in place of another, or a number in brackets. */
export const withName = (text: string, name: string, instead: string | number): string =>
  cutAtNames(text)
    .map((p) =>
      p.name && p.text === name ? (typeof instead === 'number' ? `(${instead})` : instead) : p.text,
    )
    .join('');

/**
 * Value of a number, a number with a unit, or a sum of such and of measures: `12mm`, `1920/2-8`,
 * `2*(edge+4)`. Lengths come out in sheet units, or in the unit asked for.
 * @throws ExpressionError in plain words.
 */
export function evaluateExpression(text: string, { measure, unit = 1 }: Meaning = {}): number {
  let at = 0;
  const s = tidied(text);
  if (!s) throw new ExpressionError('Type a number.');
  const space = () => {
    while (s[at] === ' ') at++;
  };
  const named = (name: string): number => {
    at += name.length;
    space();
    const v = measure?.(name);
    if (v === undefined) throw new ExpressionError(`“${name}” is neither a number nor a measure.`);
    return v / unit;
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
    const rest = s.slice(at);
    const name = nameAtStart.exec(rest);
    if (name) return named(name[0]);
    const hit = numberAtStart.exec(rest);
    if (!hit) throw new ExpressionError(rest ? `“${rest}” is not a number.` : 'The sum breaks off.');
    at += hit[0].length;
    space();
    const suffix = /^(?:[a-z]+|%|°)/i.exec(s.slice(at))?.[0];
    if (!suffix) return Number(hit[0]);
    at += suffix.length;
    if (suffix === '%' || suffix === '°') return Number(hit[0]);
    const lower = suffix.toLowerCase();
    if (!isUnit(lower)) throw new ExpressionError(`“${suffix}” is not a unit; use px, mm, cm, in or pt.`);
    return toSheetUnits(Number(hit[0]), lower) / unit;
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
