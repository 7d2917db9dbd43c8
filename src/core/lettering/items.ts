import bidiFactory from 'bidi-js';
import type { Lettering, Run } from './types';

const bidi = bidiFactory();

/** A stretch of one direction, one script and one style. */
export interface Item {
  readonly from: number;
  readonly to: number;
  /** Embedding level (UAX #9): odd ones run from right to left. */
  readonly level: number;
  /** ISO 15924 code. */
  readonly script: string;
  readonly run: Run | undefined;
}

/** Scripts that shapers treat in ways of their own, by what Unicode says of a character. */
const known: readonly (readonly [RegExp, string])[] = [
  [/\p{Script=Latin}/u, 'Latn'],
  [/\p{Script=Greek}/u, 'Grek'],
  [/\p{Script=Cyrillic}/u, 'Cyrl'],
  [/\p{Script=Arabic}/u, 'Arab'],
  [/\p{Script=Hebrew}/u, 'Hebr'],
  [/\p{Script=Armenian}/u, 'Armn'],
  [/\p{Script=Georgian}/u, 'Geor'],
  [/\p{Script=Devanagari}/u, 'Deva'],
  [/\p{Script=Thai}/u, 'Thai'],
  [/\p{Script=Han}/u, 'Hani'],
  [/\p{Script=Hiragana}/u, 'Hira'],
  [/\p{Script=Katakana}/u, 'Kana'],
  [/\p{Script=Hangul}/u, 'Hang'],
];

/** The script of each UTF-16 unit; marks, digits and signs take that of what is before them, or of what comes first. */
export function scriptsOf(text: string): string[] {
  const out: string[] = new Array(text.length);
  let last = '';
  let at = 0;
  for (const character of text) {
    const own = known.find(([pattern]) => pattern.test(character))?.[1];
    if (own && !last) out.fill(own, 0, at);
    last = own ?? last;
    out.fill(last, at, at + character.length);
    at += character.length;
  }
  return last ? out : out.fill('Zyyy');
}

export interface Directions {
  readonly levels: Uint8Array;
  /** Whether the paragraph itself runs from right to left. */
  readonly rightToLeft: boolean;
}

/** The embedding levels of one paragraph (Unicode Bidirectional Algorithm, UAX #9). */
export function directionsOf(text: string, direction: Lettering['direction']): Directions {
  const base = direction === 'auto' ? undefined : direction === 'right-to-left' ? 'rtl' : 'ltr';
  const found = bidi.getEmbeddingLevels(text, base);
  return {
    levels: found.levels,
    rightToLeft: ((found.paragraphs[0]?.level ?? (base === 'rtl' ? 1 : 0)) & 1) === 1,
  };
}

/** A line of a paragraph cut where direction, script or style changes, in the order of the text. */
export function itemsOf(
  text: string,
  from: number,
  to: number,
  { levels, rightToLeft }: Directions,
  runs: readonly Run[],
): Item[] {
  const inked = from + text.slice(from, to).trimEnd().length;
  // Spaces at the end of a line stand where the paragraph ends (rule L1).
  const levelAt = (i: number) => (i >= inked ? Number(rightToLeft) : levels[i]);
  const scripts = scriptsOf(text);
  const runAt = (i: number) => runs.find((r) => i >= r.from && i < r.to);
  const items: Item[] = [];
  for (let i = from; i < to; ) {
    const [level, script, run] = [levelAt(i), scripts[i], runAt(i)];
    let end = i + 1;
    while (end < to && levelAt(end) === level && scripts[end] === script && runAt(end) === run) end++;
    items.push({ from: i, to: end, level, script, run });
    i = end;
  }
  return items;
}

/** Items in the order they stand from left to right (UAX #9, rule L2). */
export function inSight(items: readonly Item[]): Item[] {
  const out = [...items];
  const highest = Math.max(0, ...items.map((i) => i.level));
  for (let level = highest; level > 0; level--)
    for (let i = 0; i < out.length; i++) {
      if (out[i].level < level) continue;
      let end = i;
      while (end < out.length && out[end].level >= level) end++;
      out.splice(i, end - i, ...out.slice(i, end).reverse());
      i = end;
    }
  return out;
}
