import type { Design, Part } from '../document/types';
import { finishes } from '../finish';
import { pathBounds, transformPath } from '../geometry/path';
import { formatPath } from '../geometry/svg-path';
import { joinOutline } from '../outline/join';
import type { Outline } from '../outline/types';
import { evaluatePart } from '../scene/evaluate';
import { steps } from '../step';
import { stepsOf } from './gesture/cards';
import type { CardRef } from './gesture/types';
import { worldOf } from './tree';

/** Segments beyond which an outline is not shown beside what became of it. */
const most = 4000;

/** The outline that a bend is given; null where the card is none. */
function given(design: Design, part: Part, card: CardRef): Outline | null {
  const result = evaluatePart(design, part);
  if (card.list === 'finishes') {
    const kind = part.finishes.find((c) => c.id === card.id)?.kind.replace(/-painted$/, '') ?? '';
    return finishes[`${kind}-painted`] && steps[kind]?.map ? result.outline : null;
  }
  if (card.list !== 'steps') return null;
  const at = stepsOf(part, card.coat).findIndex((s) => s.id === card.id);
  const step = stepsOf(part, card.coat)[at];
  const stages = card.coat ? result.coats.get(card.coat)?.stages : result.stages;
  return step && steps[step.kind].map ? (stages?.[at]?.outline ?? null) : null;
}

/** What a part's outline is before a bend of it, as SVG path text in sheet units; empty where the card is none. */
export function unbentOutline(design: Design, id: string, card: CardRef): string {
  const part = design.parts[id];
  const outline = part && given(design, part, card);
  if (!outline) return '';
  const path = joinOutline(outline);
  const segments = path.contours.reduce((n, c) => n + c.xy.length / 6, 0);
  return pathBounds(path) && segments <= most ? formatPath(transformPath(path, worldOf(design, id))) : '';
}
