import type { LucideIcon } from 'lucide-react';
import { type Described, finishes, type Part, steps } from '@/core';
import { type Alignment, type CardRef, type Command, commands } from '@/core/edit';
import { run, takeTool } from '../state/actions';
import { get, say } from '../state/store';
import type { HandTool } from '../tools';
import { addFinish, addStep } from './recipe';

export interface Tool {
  readonly id: string;
  readonly word: string;
  /** What it is for, in one line. */
  readonly about: string;
  /** Other words that the trade has for it. */
  readonly alsoKnown?: readonly string[];
  readonly icon: LucideIcon;
  /** What stays in hand with it; otherwise it acts at once. */
  readonly hand?: HandTool;
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
export const take = (hand: HandTool, icon: LucideIcon): Tool => ({
  id: hand.id,
  word: hand.word,
  about: hand.hint,
  alsoKnown: hand.alsoKnown,
  icon,
  hand,
  act: () => takeTool(hand),
});

/** A tool that acts at once. */
export const act = (
  id: string,
  { label, about, alsoKnown }: Described,
  icon: LucideIcon,
  work: () => void,
): Tool => ({ id, word: label, about, alsoKnown, icon, act: work });

/** A tool that runs a command on all chosen parts; its words are the command's, or its own. */
export function onChosen(
  id: string,
  icon: LucideIcon,
  command: (ids: readonly string[]) => Command,
  own?: Described,
): Tool {
  const words = own ?? commands[command([]).do];
  return act(
    id,
    words,
    icon,
    needsChoice((ids) => void run(words.label, command(ids))),
  );
}

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

export const align = (how: Alignment, label: string, about: string, icon: LucideIcon): Tool =>
  onChosen(`align-${how}`, icon, (ids) => ({ do: 'align', ids, how }), {
    label,
    about,
    alsoKnown: ['line up', 'arrange'],
  });

/** A tool that puts a step at the end of the chosen part's recipe. */
export const stepTool = (kind: string, icon: LucideIcon, label = steps[kind].label): Tool =>
  act(
    kind,
    { ...steps[kind], label },
    icon,
    onePart((p) => addStep(p, kind)),
  );

/** A tool that puts a finish at the end of the chosen part's recipe. */
export const finishTool = (kind: string, icon: LucideIcon): Tool =>
  act(
    kind,
    finishes[kind],
    icon,
    onePart((p) => addFinish(p, kind)),
  );

/** The last card of a list of the recipe. */
export const lastOf = (
  list: readonly { id: string }[],
  name: 'steps' | 'coats' | 'finishes',
): CardRef | null => {
  const last = list.at(-1);
  return last ? { list: name, id: last.id } : null;
};
