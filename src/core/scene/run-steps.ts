import type { Card } from '../document/card';
import type { HandleContext } from '../document/handles';
import { budget, spend, WorkFault } from '../geometry/budget';
import type { Path } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { outlineBounds } from '../outline/bounds';
import { segmentsOf } from '../outline/pieces';
import type { Outline } from '../outline/types';
import { StepFault, steps } from '../step';
import type { CardFault, Stepped } from './result';

/** What a step takes of the sibling that it names, in the part's own coordinates: its middle, and its outline. */
export interface StepGuide extends Point {
  readonly path: Path | null;
}

/** What each step takes of the sibling that it names. */
export type Centres = readonly (StepGuide | null)[];

export const sameCentres = (a: Centres, b: Centres) =>
  a === b ||
  (a.length === b.length &&
    a.every((p, i) => p === b[i] || (p && b[i] && p.x === b[i].x && p.y === b[i].y && p.path === b[i].path)));

const stageOf = (outline: Outline, guide: StepGuide | null | undefined): HandleContext | null => {
  const bounds = outlineBounds(outline);
  if (!bounds || !guide) return bounds && { bounds, outline };
  const { x, y, path } = guide;
  return { bounds, outline, centre: { x, y }, ...(path ? { guide: path } : {}) };
};

function isSound(outline: Outline): boolean {
  return outline.every((p) => p.path.contours.every((c) => c.xy.every(Number.isFinite)));
}

/** Says in words that a part would come to too much. */
export const affordPart = (segments: number): void =>
  spend(segments, budget().part, 'This would make', 'segments; a part may have');

/** Counts what a step would make of an outline before it is made. @throws WorkFault where that is too much. */
function afford(outline: Outline, { kind, params }: Card, at: HandleContext): void {
  const { copies, times } = steps[kind];
  const n = segmentsOf(outline);
  if (copies) affordPart(n * copies(params, at).length);
  else if (times)
    spend(n * times(params), budget().combined, 'This would have to follow', 'segments; the most is');
}

/** Puts an outline through steps, one after another; a step at fault is passed over and says why. */
export function runSteps(start: Outline, cards: readonly Card[], centres: Centres = []): Stepped {
  let outline = start;
  const stages = [stageOf(outline, centres[0])];
  const faults: Omit<CardFault, 'part'>[] = [];
  for (const [i, card] of cards.entries()) {
    if (card.on) {
      try {
        const at = stages[stages.length - 1];
        if (at) afford(outline, card, at);
        const next = at ? steps[card.kind].apply(outline, card.params, at) : outline;
        affordPart(segmentsOf(next));
        if (!isSound(next)) throw new StepFault('These numbers are too large to draw.');
        const { note: noteOf, fold } = steps[card.kind];
        const note = at && (noteOf?.(outline, card.params, at) ?? fold?.(card.params, at));
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
