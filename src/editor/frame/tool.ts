import type { LucideIcon } from 'lucide-react';
import type { Part } from '@/core';
import type { Alignment, CardRef } from '@/core/edit';
import type { StudioCommand } from '@/worker/commands';
import { run, takeTool } from '../state/actions';
import { get, say } from '../state/store';
import { addStep } from './recipe';

export interface Tool {
  readonly id: string;
  readonly word: string;
  readonly icon: LucideIcon;
  /** Whether the tool stays in hand; otherwise it acts at once. */
  readonly hand?: boolean;
  /** Kin that share its place on the tray. */
  readonly kin?: readonly Tool[];
  act(): void;
}

export interface Stage {
  readonly number: number;
  readonly word: string;
  readonly tools: readonly Tool[];
  /** The card whose handles show first when the stage is opened. */
  card?(part: Part): CardRef | null;
}

/** A tool that is taken in hand. */
export const take = (id: string, word: string, icon: LucideIcon): Tool => ({
  id,
  word,
  icon,
  hand: true,
  act: () => takeTool(id),
});

/** A tool that acts at once. */
export const act = (id: string, word: string, icon: LucideIcon, work: () => void): Tool => ({
  id,
  word,
  icon,
  act: work,
});

/** A tool that runs a command on all chosen parts. */
export const onChosen = (
  id: string,
  word: string,
  icon: LucideIcon,
  command: (ids: readonly string[]) => StudioCommand,
): Tool =>
  act(
    id,
    word,
    icon,
    needsChoice((ids) => void run(word, command(ids))),
  );

/** Several tools of one place: the first stands for them, the others open beside it. */
export const family = (first: Tool, ...others: readonly Tool[]): Tool => ({
  ...first,
  kin: [first, ...others],
});

/** Work on all chosen parts, or a word where none is chosen. */
export const needsChoice = (work: (ids: readonly string[]) => void) => () => {
  const { chosen } = get();
  if (chosen.length) work(chosen);
  else say('Choose a part first.');
};

/** Work on the one chosen part, or a word where there is not exactly one. */
export const onePart = (work: (part: Part) => void) => () => {
  const { chosen, design } = get();
  const part = chosen.length === 1 ? design?.parts[chosen[0]] : null;
  if (part) work(part);
  else say('Choose one part first.');
};

export const align = (how: Alignment, word: string, icon: LucideIcon): Tool =>
  act(
    `align-${how}`,
    word,
    icon,
    needsChoice((ids) => void run(word, { do: 'align', ids, how })),
  );

/** A tool that puts a step at the end of the chosen part's recipe. */
export const stepTool = (kind: string, word: string, icon: LucideIcon): Tool =>
  act(
    kind,
    word,
    icon,
    onePart((p) => addStep(p, kind)),
  );

/** The last card of a list of the recipe. */
export const lastOf = (
  list: readonly { id: string }[],
  name: 'steps' | 'coats' | 'finishes',
): CardRef | null => {
  const last = list.at(-1);
  return last ? { list: name, id: last.id } : null;
};
