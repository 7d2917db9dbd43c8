import { type Card, type Clipping, type Coat, formatVersion, type Part } from '@/core';
import { familyOf, topmost } from '@/core/edit';

import { cardAt, coatOfCard, freshCopy, type ListedCard, withCards } from '../bench/cards';
import { changeChosen, run } from './actions';
import { placeSvg } from './drawings';
import { isSvgText } from './opening';
import { get, say } from './store';
import { studioEngine } from './studio';

/** What was last copied here, and whether the browser kept its clipboard to itself then. */
let kept = '';
let apart = false;

/** The chosen parts with all inside them as text to be kept by the browser; null where none is chosen. */
export function clippingOfChoice(): string | null {
  const { design, chosen } = get();
  if (!design || !chosen.length) {
    say('Choose a part first.');
    return null;
  }
  const top = topmost(design, chosen);
  const ids = top.flatMap((id) => familyOf(design, id));
  kept = JSON.stringify({
    format: 'silent-compass/parts',
    version: formatVersion,
    top,
    parts: Object.fromEntries(ids.map((id) => [id, design.parts[id]])),
  } satisfies Clipping);
  apart = false;
  say('Copied.');
  return kept;
}

/** Hands a text to the browser's clipboard, where it lets a page do so. */
async function handOver(text: string, word: string): Promise<void> {
  try {
    await navigator.clipboard.writeText(text);
    apart = false;
  } catch {
    apart = true;
    say(`${word} The browser’s own clipboard is closed, so it can be pasted in this window only.`);
  }
}

/** Copies the chosen parts with all inside them; says whether there were any. */
export function copyParts(): boolean {
  const text = clippingOfChoice();
  if (text !== null) void handOver(text, 'Copied.');
  return text !== null;
}

/** Copies the chosen parts and takes them out. */
export function cutParts(): void {
  if (copyParts()) removeChosen();
}

/** Takes out what is chosen, once it is copied. */
export const removeChosen = (): void => void run('Cut', { do: 'remove', ids: get().chosen });

/** Copies one card of a recipe, to be pasted onto other parts. */
export function copyCard(part: Part, ref: ListedCard): void {
  const card = cardAt(part, ref);
  if (!card) return;
  const word = 'Card copied: choose other parts and paste.';
  kept = JSON.stringify({ format: 'silent-compass/card', version: formatVersion, list: ref.list, card });
  say(word);
  void handOver(kept, word);
}

async function read(): Promise<string> {
  try {
    return (await navigator.clipboard.readText()) || kept;
  } catch {
    return kept;
  }
}

/** Pastes from the browser's clipboard, or what was copied in this window where that is closed. */
export const paste = async (): Promise<void> => pasteWritten(await read());

/** Pastes what was copied here, or places an SVG of other programs. */
export async function pasteWritten(text: string): Promise<void> {
  if (isSvgText(text) && !(await studioEngine().studio.clipping(text)).clipping)
    say(await placeSvg(text, 'Pasted drawing', null));
  else await pasteText(text);
}

/** Pastes parts onto the sheet, or a card onto the chosen parts, from a text that was copied here or in another window. */
async function pasteText(text: string): Promise<void> {
  const { studio } = studioEngine();
  const found = await studio.clipping(text);
  // Where the browser kept its clipboard to itself, what was copied here is not in it.
  const { clipping, fault } = apart && !found.clipping && !found.fault ? await studio.clipping(kept) : found;
  if (!clipping) {
    say(fault ?? 'The clipboard holds no parts and no card.');
    return;
  }
  if (clipping.format === 'silent-compass/parts') {
    await run('Paste', { do: 'paste', parent: get().scope, parts: clipping.parts, top: clipping.top });
    return;
  }
  if (!get().chosen.length) {
    say('Choose the parts that are to have the card.');
    return;
  }
  const { list } = clipping;
  const card: Card | Coat = clipping.card;
  // A step goes to the coat at hand, where one is.
  const coat = list === 'steps' ? coatOfCard(get().card) : undefined;
  changeChosen('Paste card', (p) =>
    withCards(p, { list, ...(coat ? { coat } : {}) }, (l) => [...l, freshCopy(card)]),
  );
}
