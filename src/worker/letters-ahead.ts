import { type Design, evaluatePart, faceById } from '@/core';
import { withWords } from '@/core/edit';

/** Milliseconds without a request after which letters are worked out ahead. */
const rest = 250;

/** Milliseconds that a letter may take: longer ones would keep a key that is typed meanwhile waiting. */
const mostForms = 120;
/** Letters in a row that may take longer; the first are slow until the work is compiled. */
const slowOnes = 6;

/** Letters of a script, the ones that are typed most first; common practice, no source. */
const alphabets: readonly (readonly [RegExp, string])[] = [
  [/\p{Script=Cyrillic}/u, 'оеаинтсрвлкмдпуяыьгзбчйхжшюцщэф'],
  [/\p{Script=Greek}/u, 'αοιετσνηυρπκμλωςδγχθφβξζψ'],
  [/./su, 'etaoinshrdlucmfwypvbgkjqxz'],
];

/** The letters that words of a text may go on with: small ones first, unless the text has none. */
export function lettersAfter(text: string): string[] {
  const [, letters] = alphabets.find(([script]) => script.test(text)) ?? alphabets[alphabets.length - 1];
  const [small, large] = [[...letters], [...letters.toLocaleUpperCase()]];
  const shouts = text !== text.toLocaleLowerCase() && text === text.toLocaleUpperCase();
  return [...new Set(shouts ? [...large, ...'0123456789'] : [...small, ...large, ...'0123456789'])];
}

/**
 * Words that have a letter alone, and at the start, in the middle and at the end of one: it may take another form. It
 * stands beside another letter, as two of one kind may be joined in one.
 */
export const formsOf = (letter: string, beside: string): string =>
  `${letter} ${letter}${beside}${letter}${beside}${letter}`;

let asked = 0;
let lastRequest = 0;

/** Says that the studio is asked for something: what is done ahead waits. */
export function requested(): void {
  lastRequest = performance.now();
}

const quietFor = (): number => performance.now() - lastRequest;
const sleep = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));

/**
 * While nothing else is asked for, works out the letters that may be typed next into a part's words, one by one,
 * so that each is known when it comes. Ends when all are, or when another part is asked for.
 */
export async function workOutAhead(design: () => Design | null, id: string): Promise<void> {
  asked++;
  const own = asked;
  let left: string[] | null = null;
  let slow = 0;
  for (;;) {
    await sleep(Math.max(1, rest - quietFor()));
    if (own !== asked) return;
    if (quietFor() < rest) continue;
    const d = design();
    const part = d?.parts[id];
    if (!d || part?.source.kind !== 'lettering') return;
    const { face: faceId, text } = part.source;
    const all = lettersAfter(text);
    left ??= [...all];
    const face = faceById(faceId);
    const letter = left.shift();
    if (!letter || !face) return;
    if (!face.has(letter.codePointAt(0) ?? 0)) continue;
    const start = performance.now();
    evaluatePart(d, withWords(part, formsOf(letter, all[0])));
    slow = performance.now() - start > mostForms ? slow + 1 : 0;
    if (slow > slowOnes) return;
  }
}
