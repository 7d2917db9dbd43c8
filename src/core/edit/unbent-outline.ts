import type { Design, Part } from '../document/types';
import { finishes } from '../finish';
import { segmentCount } from '../geometry/count';
import { pathBounds, transformPath } from '../geometry/path';
import { formatPath } from '../geometry/svg-path';
import { joinOutline } from '../outline/join';
import type { Outline } from '../outline/types';
import { evaluatePart } from '../scene/evaluate';
import { steps } from '../step';
import { stepAt } from './gesture/cards';
import type { CardRef } from './gesture/types';
import { worldOf } from './tree';

/** Segments beyond which an outline is not shown beside what became of it. */
const most = 4000;

/** The outline that a bend is given; null where the card is none. */
function given(design: Design, part: Part, card: CardRef): Outline | null {
  if (card.list === 'finishes') {
    const kind = part.finishes.find((c) => c.id === card.id)?.kind;
    return kind && finishes[kind].bendOf ? evaluatePart(design, part).outline : null;
  }
  const { step, context } = stepAt(design, part, card);
  return step && context && steps[step.kind].map ? context.outline : null;
}

/** What a part's outline is before a bend of it, as SVG path text in sheet units; empty where the card is none. */
export function unbentOutline(design: Design, id: string, card: CardRef): string {
  const part = design.parts[id];
  const outline = part && given(design, part, card);
  if (!outline) return '';
  const path = joinOutline(outline);
  return pathBounds(path) && segmentCount(path) <= most
    ? formatPath(transformPath(path, worldOf(design, id)))
    : '';
}
