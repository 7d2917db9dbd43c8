const graphemes = new Intl.Segmenter(undefined, { granularity: 'grapheme' });

/** The beginning of a text of at most `length` UTF-16 units, cut between what people see as one character. */
export function clipText(text: string, length: number): string {
  if (text.length <= length) return text;
  let end = 0;
  for (const { index, segment } of graphemes.segment(text)) {
    if (index + segment.length > length) break;
    end = index + segment.length;
  }
  return text.slice(0, end);
}

/** Whether a text can be kept: it holds no half of a pair of surrogates and no NUL. */
export const isSoundText = (text: string): boolean => text.isWellFormed() && !text.includes('\0');

const loneSurrogate = /\p{Surrogate}/gu;

/** A text without what cannot be kept. */
export const soundText = (text: string): string =>
  isSoundText(text) ? text : text.replace(loneSurrogate, '').replaceAll('\0', '');

/** Numbers nearer to 0 than any normal double (IEEE 754) are noise that no store keeps alike. */
const leastNormal = 2.2250738585072014e-308;

export const isSoundNumber = (n: number): boolean =>
  Number.isFinite(n) && (n === 0 || Math.abs(n) >= leastNormal);

/**
 * What in a JSON value cannot be kept, in words, or null. Goes through it step by step, so that it may be as deep as
 * it likes.
 */
export function unsoundIn(value: unknown): string | null {
  const left: unknown[] = [value];
  while (left.length) {
    const v = left.pop();
    if (typeof v === 'string') {
      if (!isSoundText(v)) return 'A text holds half a character or a NUL, which cannot be kept.';
    } else if (typeof v === 'number') {
      if (!isSoundNumber(v)) return 'A number is too near to 0 to be kept.';
    } else if (Array.isArray(v)) for (const inside of v) left.push(inside);
    else if (typeof v === 'object' && v !== null)
      for (const [key, inside] of Object.entries(v)) {
        if (!isSoundText(key)) return 'A name holds half a character or a NUL, which cannot be kept.';
        left.push(inside);
      }
  }
  return null;
}

/** A JSON value with every text in it sound; the same object where it is so already. */
export function soundJson<T>(value: T): T {
  if (typeof value === 'string') return soundText(value) as T;
  if (typeof value !== 'object' || value === null) return value;
  if (Array.isArray(value)) {
    const made = value.map(soundJson);
    return made.every((v, i) => v === value[i]) ? value : (made as T);
  }
  const entries = Object.entries(value);
  const made = entries.map(([k, v]) => [soundText(k), soundJson(v)] as const);
  const same = made.every(([k, v], i) => k === entries[i][0] && v === entries[i][1]);
  return same ? value : (Object.fromEntries(made) as T);
}
