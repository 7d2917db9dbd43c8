import { clipText, type Lettering, type Part, type PieceChange } from '@/core';
import { nothing, withLettering, withParts, withPieces, withWords } from '@/core/edit';
import { changePart, choose, run } from './actions';
import { beginLive, commit, endLive, idle, openedDesign } from './history';
import { pickInHand } from './in-hand';
import { get, set } from './store';
import { hasEngine, studioEngine } from './studio';

/** Milliseconds without a key after which what was typed is kept as one change. */
const pause = 900;

/** What a change of words is called. */
const typed = 'Type';

let keeping: ReturnType<typeof setTimeout> | undefined;

/** Changes the lettering of a part and keeps the change. */
export const changeLettering = (label: string, id: string, change: (l: Lettering) => Lettering): void =>
  changePart(label, id, (p) => withLettering(p, change));

/**
 * Changes what stands in the place of a letter's piece, or with null puts the piece back. A part that comes to
 * stand in becomes a construction line: it is seen and worked on where it was drawn, and painted in the words.
 */
export function changePiece(
  label: string,
  id: string,
  at: number,
  nth: number,
  change: Partial<PieceChange> | null,
): void {
  const design = openedDesign();
  const part = design.parts[id];
  const other = change?.by ? design.parts[change.by] : undefined;
  const next = withLettering(part, (l) =>
    withPieces(l, at, [nth], (p) => change && { ...nothing, ...p, ...change }),
  );
  commit(label, withParts(design, other ? [next, { ...other, construction: true }] : [next]));
}

/** Those of some letters that a stretch of the text begins. */
export const lettersWithin = <L extends { readonly from: number }>(
  letters: readonly L[] | undefined,
  { from, to }: { readonly from: number; readonly to: number },
): L[] => letters?.filter((c) => c.from >= from && c.from < to) ?? [];

/** Takes the letters in hand, so that arrows move them, or lets them go again. */
export const holdLetters = (held: boolean): void =>
  set(({ typing }) => (typing && typing.held !== held ? { typing: { ...typing, held } } : {}));

export function keepTyped(): Promise<void> {
  clearTimeout(keeping);
  keeping = undefined;
  return endLive(typed);
}

const nameless = /^Lettering( \d+)?$/;
const nameOf = (text: string): string => clipText(text.trim().split('\n')[0], 40);

/** A part with other words, and with them as its name where it had no other. */
function reworded(part: Part, text: string): Part {
  if (part.source.kind !== 'lettering') return part;
  const follows = nameless.test(part.name) || part.name === nameOf(part.source.text);
  const name = (follows && nameOf(text)) || part.name;
  return { ...withWords(part, text), name };
}

/** Sets the words of a part, with the caret at an index where they are typed on the sheet; a run of such changes is kept as one. */
export function typeText(id: string, text: string, caret?: number): void {
  beginLive(typed);
  clearTimeout(keeping);
  if (caret !== undefined) select(caret, caret);
  changePart(typed, id, (p) => reworded(p, text));
  keeping = setTimeout(() => void keepTyped(), pause);
}

/** Takes a part's words up for typing, all of them selected or the caret at an index. */
export function beginTyping(id: string, at?: number): void {
  const part = openedDesign().parts[id];
  if (part?.source.kind !== 'lettering') return;
  const end = part.source.text.length;
  set({ tool: pickInHand, typing: { id, from: at ?? 0, to: at ?? end, held: false } });
  choose([id], { list: 'source' });
  if (hasEngine()) void studioEngine().studio.expectWords(id);
}

/** Ends typing; lettering without words goes. */
export async function endTyping(): Promise<void> {
  const { typing } = get();
  if (!typing) return;
  set({ typing: null });
  await keepTyped();
  await idle();
  const part = openedDesign().parts[typing.id];
  if (part?.source.kind === 'lettering' && !part.source.text.trim())
    await run('Remove empty lettering', { do: 'remove', ids: [typing.id] });
}

export const select = (from: number, to: number): void =>
  set(({ typing }) =>
    typing && (typing.from !== from || typing.to !== to) ? { typing: { ...typing, from, to } } : {},
  );
