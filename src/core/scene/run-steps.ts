import type { HandleContext } from '../document/handles';
import type { Card } from '../document/types';
import { budget, spend, WorkFault } from '../geometry/budget';
import { segmentsIn } from '../geometry/count';
import { knownBounds } from '../geometry/known-bounds';
import { type Bounds, joinBounds } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { type Outline, StepFault, steps } from '../step';

/** Why a card could not do its work. */
export interface CardFault {
  readonly part: string;
  readonly card: string;
  readonly message: string;
  /** Set where nothing is wrong, only worth knowing. */
  readonly note?: boolean;
}

/** What a list of steps comes to. */
export interface Made {
  readonly outline: Outline;
  /** The outline before the steps, then after each; null where there is nothing. */
  readonly stages: readonly (HandleContext | null)[];
  readonly faults: readonly Omit<CardFault, 'part'>[];
}

/** For each step, the middle of the sibling it is centred on, in the part's own coordinates. */
export type Centres = readonly (Point | null)[];

export const outlineBounds = (outline: Outline): Bounds | null =>
  outline.map(knownBounds).reduce(joinBounds, null);

const stageOf = (outline: Outline, centre: Point | null | undefined): HandleContext | null => {
  const bounds = outlineBounds(outline);
  return bounds && { bounds, outline, ...(centre ? { centre } : {}) };
};

function isSound(outline: Outline): boolean {
  return outline.every((p) => p.contours.every((c) => c.xy.every(Number.isFinite)));
}

/** A step that changes piece by piece leaves each its tint and opacity. */
const keepMarks = (from: Outline, to: Outline): Outline =>
  from.length === to.length && from.some((p) => p.tint || p.opacity !== undefined)
    ? to.map((p, i) => {
        const { tint, opacity } = from[i];
        return { ...p, ...(tint ? { tint } : {}), ...(opacity === undefined ? {} : { opacity }) };
      })
    : to;

/** Says in words that a part would come to too much. */
export const affordPart = (segments: number): void =>
  spend(segments, budget().part, 'This would make', 'segments; a part may have');

/** Counts what a step would make of an outline before it is made. @throws WorkFault where that is too much. */
function afford(outline: Outline, { kind, params }: Card, at: HandleContext): void {
  const { copies, times } = steps[kind];
  const n = segmentsIn(outline);
  if (copies) affordPart(n * copies(params, at).length);
  else if (times)
    spend(n * times(params), budget().combined, 'This would have to follow', 'segments; the most is');
}

/** Puts an outline through steps, one after another; a step at fault is passed over and says why. */
export function runSteps(start: Outline, cards: readonly Card[], centres: Centres = []): Made {
  let outline = start;
  const stages = [stageOf(outline, centres[0])];
  const faults: Omit<CardFault, 'part'>[] = [];
  for (const [i, card] of cards.entries()) {
    if (card.on) {
      try {
        const at = stages[stages.length - 1];
        if (at) afford(outline, card, at);
        const next = at ? keepMarks(outline, steps[card.kind].apply(outline, card.params, at)) : outline;
        affordPart(segmentsIn(next));
        if (!isSound(next)) throw new StepFault('These numbers are too large to draw.');
        const note = at && steps[card.kind].note?.(outline, card.params, at);
        if (note) faults.push({ card: card.id, message: note, note: true });
        outline = next;
      } catch (e) {
        // A fault in words stays on its card; anything else is a defect and must be seen.
        if (!(e instanceof WorkFault)) throw e;
        faults.push({ card: card.id, message: e.message });
      }
    }
    stages.push(stageOf(outline, centres[i + 1]));
  }
  return { outline, stages, faults };
}
