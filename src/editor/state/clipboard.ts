import type { Card, Coat, Part } from '@/core';
import { cardAt, coatOfCard, freshCopy, type ListedCard, withCards } from '../bench/cards';
import { changeChosen, run } from './actions';
import { pushDesign } from './history';
import { get, say } from './store';
import { studioEngine } from './studio';

type Kept =
  | {
      readonly format: 'silent-compass/parts';
      readonly top: readonly string[];
      readonly parts: Record<string, Part>;
    }
  | { readonly format: 'silent-compass/card'; readonly list: 'coats'; readonly card: Coat }
  | { readonly format: 'silent-compass/card'; readonly list: 'steps' | 'finishes'; readonly card: Card };

/** What was last copied here, for where the browser keeps its clipboard to itself. */
let kept = '';

async function keep(content: Kept, word: string): Promise<void> {
  kept = JSON.stringify(content);
  say(word);
  try {
    await navigator.clipboard.writeText(kept);
  } catch {
    say(`${word} The browser’s own clipboard is closed, so it can be pasted in this window only.`);
  }
}

/** Copies the chosen parts with all inside them. */
export async function copyParts(): Promise<void> {
  const { design, chosen } = get();
  if (!design || !chosen.length) {
    say('Choose a part first.');
    return;
  }
  // As they stand on the sheet: rules may place them otherwise than they were put.
  await pushDesign();
  const parts = await studioEngine().studio.family(chosen);
  await keep({ format: 'silent-compass/parts', top: chosen, parts }, 'Copied.');
}

/** Copies one card of a recipe, to be pasted onto other parts. */
export async function copyCard(part: Part, ref: ListedCard): Promise<void> {
  const card = cardAt(part, ref);
  if (card)
    await keep(
      { format: 'silent-compass/card', list: ref.list, card } as Kept,
      'Card copied: choose other parts and paste.',
    );
}

async function read(): Promise<string> {
  try {
    return (await navigator.clipboard.readText()) || kept;
  } catch {
    return kept;
  }
}

function parse(text: string): Kept | null {
  try {
    const data = JSON.parse(text) as Kept;
    return typeof data === 'object' && data && /^silent-compass\/(parts|card)$/.test(data.format)
      ? data
      : null;
  } catch {
    return null;
  }
}

/** Pastes parts onto the sheet, or a card onto the chosen parts. */
export async function paste(): Promise<void> {
  const data = parse(await read());
  if (!data) {
    say('The clipboard holds no parts and no card.');
    return;
  }
  if (data.format === 'silent-compass/parts') {
    await run('Paste', { do: 'paste', parent: get().scope, parts: data.parts, top: data.top });
    return;
  }
  if (!get().chosen.length) {
    say('Choose the parts that are to have the card.');
    return;
  }
  const { list, card } = data;
  // A step goes to the coat at hand, where one is.
  const coat = list === 'steps' ? coatOfCard(get().card) : undefined;
  changeChosen('Paste card', (p) =>
    withCards(p, { list, ...(coat ? { coat } : {}) }, (l) => [...l, freshCopy(card)]),
  );
}
