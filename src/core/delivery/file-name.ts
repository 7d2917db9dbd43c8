import { clipText } from '../document/text';

/** What a pattern can say of a file, and what each word stands for. */
export const nameWords = {
  design: 'Name of the design',
  what: 'Name of the sheet or the parts',
  width: 'Width in pixels, or in sheet units where it has none',
  height: 'Height, likewise',
  dpi: 'Dots to an inch',
  format: 'Kind of file',
  number: 'Place in the set',
} as const;
export type NameWord = keyof typeof nameWords;

/** Characters of one name. */
const longest = 120;

/** Names that some systems keep for themselves (common practice, no source). */
const reserved = /^(?:con|prn|aux|nul|com\d|lpt\d)(?=\.|$)/i;

/** A name that every usual system takes: none of `/ \ : * ? " < > |`, no control characters, no spaces or points at its ends. */
export function cleanName(text: string): string {
  const plain = text
    .normalize('NFC')
    .replace(/[\p{Cc}\p{Cf}/\\:*?"<>|]+/gu, '-')
    .replace(/\s+/g, ' ')
    .replace(/^[\s.]+|[\s.]+$/g, '');
  const short = clipText(plain, longest).trim();
  return reserved.test(short) ? `_${short}` : short || 'file';
}

const dashed = (text: string): string =>
  cleanName(text)
    .replace(/[\s-]+/g, '-')
    .replace(/(?<=.)-$|^-(?=.)/g, '');

/**
 * The name of a file by a pattern such as `{design}/{what} {width}`: a slash of the pattern makes a folder, and none that stands in
 * what its words are put for does. Without the end of the name; spaces are dashes.
 */
export function fileName(pattern: string, values: Readonly<Record<NameWord, string>>): string {
  const put = (all: string, word: string) => {
    if (!Object.hasOwn(values, word)) return all;
    const value = values[word as NameWord];
    return value && cleanName(value);
  };
  const parts = pattern
    .split('/')
    .map((part) => dashed(part.replace(/\{(\w+)\}/g, put)))
    .filter((part, i, all) => part !== 'file' || i === all.length - 1);
  return parts.slice(-8).join('/');
}

/** Names made different where several are the same, whatever their letters' case: the second one ends in 2. */
export function distinctNames(names: readonly string[]): string[] {
  const taken = new Set<string>();
  return names.map((name) => {
    const dot = name.lastIndexOf('.');
    const [stem, end] = dot < 0 ? [name, ''] : [name.slice(0, dot), name.slice(dot)];
    let own = name;
    for (let k = 2; taken.has(own.toLowerCase()); k++) own = `${stem}-${k}${end}`;
    taken.add(own.toLowerCase());
    return own;
  });
}
