import { makeStep } from '../document/create';
import type { Design } from '../document/types';
import { evaluatePart } from '../scene/evaluate';
import { steps } from '../step';
import type { Edited } from './edited';
import { withPart } from './tree';

/**
 * Puts a step at the end of a part's steps, or before one of them, with parameters that suit the
 * outline it is given there.
 */
export function addStep(design: Design, id: string, kind: string, before: string | null): Edited {
  const part = design.parts[id];
  const found = part.steps.findIndex((s) => s.id === before);
  const at = found < 0 ? part.steps.length : found;
  const stage = evaluatePart(design, part).stages[at];
  const card = makeStep(kind, (stage && steps[kind].suited?.(stage.bounds)) ?? {});
  const list = [...part.steps.slice(0, at), card, ...part.steps.slice(at)];
  return {
    design: withPart(design, { ...part, steps: list }),
    chosen: [id],
    card: { list: 'steps', id: card.id },
  };
}
