import { makeFinish } from '../document/create';
import type { Design } from '../document/types';
import { finishes } from '../finish';
import { outlineBounds } from '../outline/bounds';
import { evaluatePart } from '../scene/evaluate';
import type { Edited } from './edited';
import { withPart } from './tree';

/** Puts a finish at the end of a part's finishes, with parameters that suit what it covers. */
export function addFinish(design: Design, id: string, kind: string): Edited {
  const part = design.parts[id];
  const bounds = outlineBounds(evaluatePart(design, part).outline);
  const card = makeFinish(kind, (bounds && finishes[kind].suited?.(bounds)) ?? {});
  return {
    design: withPart(design, { ...part, finishes: [...part.finishes, card] }),
    chosen: [id],
    card: { list: 'finishes', id: card.id },
  };
}
