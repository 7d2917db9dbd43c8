import { isGradient, placeOn, shareOf } from '../coat';
import type { Design } from '../document/types';
import { applyTo, invert } from '../geometry/matrix';
import type { Point } from '../geometry/vector';
import { evaluatePart } from '../scene/evaluate';
import type { Edited } from './edited';
import type { MeshRef } from './mesh';
import { withPart, worldOf } from './tree';

/** Fixes a gradient to the sheet, or to the part's bounds again; its two ends stay where they are. */
export function fixPaint(design: Design, { id, coat: coatId }: MeshRef, fixed: boolean): Edited {
  const unchanged: Edited = { design, chosen: [id], card: { list: 'coats', id: coatId } };
  const part = design.parts[id];
  const coat = part?.coats.find((c) => c.id === coatId);
  const bounds = coat && evaluatePart(design, part).coats.get(coatId)?.bounds;
  const world = worldOf(design, id);
  const back = invert(world);
  if (!coat || !bounds || !back || !isGradient(coat.paint) || coat.paint.fixed === fixed) return unchanged;
  const { paint } = coat;
  const move = (x: number, y: number): Point =>
    fixed ? applyTo(world, placeOn(bounds, x, y)) : shareOf(bounds, applyTo(back, { x, y }));
  const [a, b] = [move(paint.x1, paint.y1), move(paint.x2, paint.y2)];
  const next = { ...paint, fixed, x1: a.x, y1: a.y, x2: b.x, y2: b.y };
  return {
    ...unchanged,
    design: withPart(design, {
      ...part,
      coats: part.coats.map((c) => (c === coat ? { ...c, paint: next } : c)),
    }),
  };
}
