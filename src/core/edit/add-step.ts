import { makeStep } from '../document/create';
import type { Design, Part } from '../document/types';
import { paintedBendOf } from '../finish';
import { evaluatePart } from '../scene/evaluate';
import { steps } from '../step';
import { addFinish } from './add-finish';
import type { Edited } from './edited';
import { stepsOf, withStepsOf } from './gesture/cards';
import { liesOn } from './lies-on';
import { withPart } from './tree';

/** Whether a part is filled with a picture, which no step of its outline would take along. */
const showsPicture = ({ coats }: Part): boolean => coats.some((c) => c.on && c.paint.kind === 'picture');

/**
 * Puts a step at the end of a part's steps, or of one of its coats', or before one of them, with
 * parameters that suit the outline it is given there. What bends a part that shows a picture bends it as painted.
 */
export function addStep(
  design: Design,
  id: string,
  kind: string,
  before: string | null,
  coat?: string,
): Edited {
  const part = design.parts[id];
  const painted =
    coat === undefined && before === null && showsPicture(part) ? paintedBendOf(kind) : undefined;
  if (painted)
    return {
      ...addFinish(design, id, painted.kind),
      said: `The picture goes along: “${painted.label}” stands among the finishes.`,
    };
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
