import type { Design, Part } from '../document/types';
import { applyTo, type Place, placeMatrix } from '../geometry/matrix';
import { boundsMiddle } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { outlineBounds } from '../outline/bounds';
import { evaluatePart } from '../scene/evaluate';
import { isPrimitive, primitives } from '../source';
import { steps } from '../step';
import { withPart } from './tree';

/** The anchor of a part that is copied by its steps: where the last of them tells it, or the middle of all copies. */
function copiedAnchor(design: Design, part: Part): Point | null {
  const at = part.steps.findLastIndex((c) => c.on && steps[c.kind].copies);
  if (at < 0) return null;
  const result = evaluatePart(design, part);
  const context = result.stages[at];
  const own = context && steps[part.steps[at].kind].anchor?.(part.steps[at].params, context);
  const b = own ? null : outlineBounds(result.outline);
  return own || (b && boundsMiddle(b));
}

/**
 * The point of a part, in its own coordinates, that its place is told by and that it turns about:
 * the origin of a primitive, the middle of what is inside a group, a combination, a drawn path or words; of what is
 * copied by steps the middle of what is seen.
 */
export function anchorOf(design: Design, part: Part): Point {
  const copied = copiedAnchor(design, part);
  if (copied) return copied;
  if (isPrimitive(part.source) && !primitives[part.source.kind].placedByBounds) return { x: 0, y: 0 };
  const b = evaluatePart(design, part).stages[0]?.bounds;
  return b ? boundsMiddle(b) : { x: 0, y: 0 };
}

/** Where a part's anchor stands in its parent's coordinates. */
export const anchorPlace = (design: Design, part: Part): Point =>
  applyTo(placeMatrix(part.place), anchorOf(design, part));

/** Gives a part another turn, skew or scale about its anchor, or puts the anchor at x or y. */
export function placePart(design: Design, id: string, change: Partial<Place>): Design {
  const part = design.parts[id];
  if (!part) return design;
  const anchor = anchorOf(design, part);
  const at = applyTo(placeMatrix(part.place), anchor);
  const place = { ...part.place, ...change, x: part.place.x, y: part.place.y };
  const moved = applyTo(placeMatrix(place), anchor);
  const x = (change.x ?? at.x) - moved.x + place.x;
  const y = (change.y ?? at.y) - moved.y + place.y;
  return withPart(design, { ...part, place: { ...place, x, y } });
}
