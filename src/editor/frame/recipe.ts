import { makeCoat, type Part } from '@/core';
import { coatOfCard } from '../bench/cards';
import { changePart, chooseCard, run } from '../state/actions';
import { get } from '../state/store';

/** Puts a step at the end of a part's steps, or before one of them, and chooses it. */
export const addStep = (part: Part, kind: string, before: string | null = null, coat?: string): void =>
  void run(`Add ${kind.replace('-', ' ')}`, {
    do: 'add-step',
    id: part.id,
    kind,
    before,
    ...(coat ? { coat } : {}),
  });

export function addCoat(part: Part, kind: 'fill' | 'stroke'): void {
  const coat = makeCoat(kind, kind === 'fill' ? { paint: { kind: 'solid', colour: '#9a6b1f' } } : {});
  changePart(`Add ${kind}`, part.id, (p) => ({ ...p, coats: [...p.coats, coat] }));
  chooseCard({ list: 'coats', id: coat.id });
}

/** Puts a finish at the end of a part's finishes and chooses it. */
export const addFinish = (part: Part, kind: string): void =>
  void run(`Add ${kind.replaceAll('-', ' ')}`, { do: 'add-finish', id: part.id, kind });

/** The coat a colour tool works on: the chosen one, else the topmost. */
export const coatAtHand = (part: Part): string | null =>
  coatOfCard(get().card) ?? part.coats.at(-1)?.id ?? null;
