import { type Card, type Coat, kindLabel, makeId, type Part } from '@/core';
import { type CardRef, stepsOf, withStepsOf } from '@/core/edit';

/** A list of cards of a recipe; steps may be those of one coat. */
export interface CardList {
  readonly list: Exclude<CardRef['list'], 'source'>;
  readonly coat?: string;
}

export type ListedCard = Exclude<CardRef, { list: 'source' }>;

type Cards = readonly (Card | Coat)[];

export const listOf = (card: ListedCard): CardList =>
  card.list === 'steps' && card.coat ? { list: 'steps', coat: card.coat } : { list: card.list };

/** The card of a list by its id. */
export const refOf = ({ list, coat }: CardList, id: string): ListedCard =>
  list === 'steps' ? { list, id, ...(coat ? { coat } : {}) } : { list, id };

export const cardsIn = (part: Part, { list, coat }: CardList): Cards =>
  list === 'steps' ? stepsOf(part, coat) : part[list];

/** The part with one list of its recipe changed. */
export function withCards(part: Part, at: CardList, change: (cards: Cards) => Cards): Part {
  const next = change(cardsIn(part, at));
  return at.list === 'steps'
    ? withStepsOf(part, at.coat, next as readonly Card[])
    : ({ ...part, [at.list]: next } as Part);
}

export const cardAt = (part: Part, card: ListedCard): Card | Coat | undefined =>
  cardsIn(part, listOf(card)).find((c) => c.id === card.id);

/** The coat that a card is, or is a step of. */
export const coatOfCard = (card: CardRef | null): string | undefined =>
  card?.list === 'coats' ? card.id : card?.list === 'steps' ? card.coat : undefined;

/** What a card is called. */
export function titleOf(part: Part, card: CardRef): string {
  if (card.list === 'source')
    return part.source.kind === 'group' && part.source.clip ? 'Clip' : kindLabel('source', part.source.kind);
  const found = cardAt(part, card);
  return found ? kindLabel(card.list, found.kind) : '';
}

/** A card copied under a fresh id; a coat's steps get fresh ones too. */
export const freshCopy = <T extends Card | Coat>(card: T): T =>
  'paint' in card
    ? { ...card, id: makeId(), steps: card.steps.map((s) => ({ ...s, id: makeId() })) }
    : { ...card, id: makeId() };
