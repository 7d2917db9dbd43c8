import { makeStep } from '../document/create';
import type { Design } from '../document/types';
import { evaluatePart } from '../scene/evaluate';
import { steps } from '../step';
import type { Edited } from './edited';
import { stepsOf, withStepsOf } from './gesture/cards';
import { liesOn } from './lies-on';
import { withPart } from './tree';

/**
 * Puts a step at the end of a part's steps, or of one of its coats', or before one of them, with
 * parameters that suit the outline it is given there.
 */
export function addStep(
  design: Design,
  id: string,
  kind: string,
  before: string | null,
  coat?: string,
): Edited {
  const part = design.parts[id];
  const all = stepsOf(part, coat);
  const found = all.findIndex((s) => s.id === before);
  const at = found < 0 ? all.length : found;
  const result = evaluatePart(design, part);
  const stage = (coat ? result.coats.get(coat)?.stages : result.stages)?.[at];
  const card = makeStep(
    kind,
    (stage && steps[kind].suited?.(stage.bounds, liesOn(design, id, stage.outline, stage.bounds))) ?? {},
  );
  const list = [...all.slice(0, at), card, ...all.slice(at)];
  return {
    design: withPart(design, withStepsOf(part, coat, list)),
    chosen: [id],
    card: { list: 'steps', id: card.id, ...(coat ? { coat } : {}) },
  };
}
