import type { Card } from '../../document/card';
import type { HandleContext } from '../../document/handles';
import type { Design, Part } from '../../document/types';
import { evaluatePart } from '../../scene/evaluate';
import type { CardRef } from './types';

/** The steps that a card stands among: the part's, or those of one of its coats. */
export const stepsOf = (part: Part, coat: string | undefined): readonly Card[] =>
  coat ? (part.coats.find((c) => c.id === coat)?.steps ?? []) : part.steps;

/** The part with other steps, its own or those of one of its coats. */
export const withStepsOf = (part: Part, coat: string | undefined, steps: readonly Card[]): Part =>
  coat
    ? { ...part, coats: part.coats.map((c) => (c.id === coat ? { ...c, steps } : c)) }
    : { ...part, steps };

/** A step by the card that names it, and what it is given; null for what there is not. */
export function stepAt(
  design: Design,
  part: Part,
  card: CardRef,
): { readonly step: Card | null; readonly context: HandleContext | null } {
  if (card.list !== 'steps') return { step: null, context: null };
  const i = stepsOf(part, card.coat).findIndex((c) => c.id === card.id);
  if (i < 0) return { step: null, context: null };
  const result = evaluatePart(design, part);
  const stages = card.coat ? (result.coats.get(card.coat)?.stages ?? []) : result.stages;
  return { step: stepsOf(part, card.coat)[i], context: stages[i] ?? null };
}
