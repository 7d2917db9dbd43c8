import type { Part } from '@/core';
import { surface } from '../sheet/surface';
import { changePart } from '../state/actions';
import { get, say } from '../state/store';
import { studioEngine } from '../state/studio';
import { type CardList, cardAt, freshCopy, type ListedCard, listOf, withCards } from './cards';

const sameList = (a: CardList, b: CardList) => a.list === b.list && a.coat === b.coat;

/** Moves a card along its list, to where another one stands. */
function moveCard(part: Part, card: ListedCard, to: string): void {
  changePart('Reorder recipe', part.id, (p) =>
    withCards(p, listOf(card), (l) => {
      const from = l.findIndex((c) => c.id === card.id);
      const at = l.findIndex((c) => c.id === to);
      const rest = l.filter((_, i) => i !== from);
      return [...rest.slice(0, at), l[from], ...rest.slice(at)];
    }),
  );
}

/** Puts a copy of a card at the end of a list of a part's recipe. */
function copyInto(part: Part, card: ListedCard, target: string, at: CardList): void {
  const found = cardAt(part, card);
  if (!found) return;
  changePart(`Copy ${found.kind.replace(/-/g, ' ')}`, target, (p) =>
    withCards(p, at, (l) => [...l, freshCopy(found)]),
  );
}

/** A card let go of over another card: in its own list it moves there, over another coat a step is copied. */
export function dropOnCard(part: Part, card: ListedCard, over: ListedCard): void {
  if (sameList(listOf(card), listOf(over))) {
    if (card.id !== over.id) moveCard(part, card, over.id);
  } else if (card.list === 'steps' && over.list === 'coats')
    copyInto(part, card, part.id, { list: 'steps', coat: over.id });
  else if (card.list === 'steps' && over.list === 'steps') copyInto(part, card, part.id, listOf(over));
}

/** The part whose line of the parts list, or whose paint on the sheet, lies at a place of the window. */
async function partAt(x: number, y: number): Promise<string | undefined> {
  const under = document.elementFromPoint(x, y);
  const line = under?.closest<HTMLElement>('[data-part]')?.dataset.part;
  if (line || !under || !surface.element?.contains(under)) return line;
  const at = surface.onSheet(surface.inView({ clientX: x, clientY: y }));
  const { scope, view } = get();
  const [id] = await studioEngine().studio.pick(scope, at.x, at.y, 4 / view.zoom);
  return id;
}

/** A card let go of over a line of the parts list or over a part on the sheet: that part gets a copy. */
export async function dropAt(part: Part, card: ListedCard, x: number, y: number): Promise<void> {
  const target = await partAt(x, y);
  if (!target || target === part.id) return;
  copyInto(part, card, target, card.list === 'steps' ? { list: 'steps' } : listOf(card));
  say(`Copied onto ${get().design?.parts[target]?.name ?? 'the part'}.`);
}
