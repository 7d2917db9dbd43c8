import type { Design } from '../document/types';
import { boundsUnder } from '../geometry/known-bounds';
import { applyTo, invert, type Matrix, meanScale, placeMatrix } from '../geometry/matrix';
import { containsPoint, nearestOnPath } from '../geometry/measure';
import { type Bounds, growBounds, joinBounds, transformPath } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { isGroup } from '../holder';
import { outlineBounds } from '../outline/bounds';
import { evaluatePart } from '../scene/evaluate';
import { nodeKind } from '../scene/node';
import type { SceneNode } from '../scene/types';
import { childrenOf, frameOf, worldOf } from './tree';

/** Whether a point lies on what nodes paint, their shadows aside, or within reach of an outline. */
const touches = (nodes: readonly SceneNode[], p: Point, reach: number): boolean =>
  nodes.some((n) => nodeKind(n).hit(n, p, reach, touches));

/**
 * Parts at a point of the sheet, the topmost first, among those that stand directly in `parent`
 * (null: on the sheet). Picking follows geometry, so a soft shadow never gets in the way. A part
 * without visible paint is picked by its outline. Hidden and locked parts are passed over.
 */
export function pickParts(
  design: Design,
  sheetId: string,
  parent: string | null,
  at: Point,
  reach: number,
): string[] {
  const back = invert(frameOf(design, parent));
  if (!back) return [];
  const local = applyTo(back, at);
  const near = reach * meanScale(back);
  return childrenOf(design, sheetId, parent)
    .filter((id) => {
      const part = design.parts[id];
      if (!part || part.hidden || part.locked) return false;
      const { node, nodes, outline } = evaluatePart(design, part);
      if (!part.construction) {
        if (touches([node], local, near)) return true;
        if (nodes.length) return false;
      }
      const m = placeMatrix(part.place);
      return outline.some(
        ({ path }) =>
          (nearestOnPath(transformPath(path, m), local)?.distance ?? Number.POSITIVE_INFINITY) <= near,
      );
    })
    .reverse();
}

/**
 * The member of a part that a press into it means: the topmost that is picked there, else the topmost whose outline holds
 * the point, for what is inside a combination paints nothing. Null where there is none.
 */
export function memberAt(
  design: Design,
  sheetId: string,
  parent: string,
  at: Point,
  reach: number,
): string | null {
  const [picked] = pickParts(design, sheetId, parent, at, reach);
  const back = invert(frameOf(design, parent));
  if (picked || !back) return picked ?? null;
  const local = applyTo(back, at);
  const holds = (id: string): boolean => {
    const part = design.parts[id];
    if (!part || part.hidden || part.locked) return false;
    const m = placeMatrix(part.place);
    return evaluatePart(design, part).outline.some(({ path }) =>
      containsPoint(transformPath(path, m), local, 1e-3),
    );
  };
  return childrenOf(design, sheetId, parent).findLast(holds) ?? null;
}

/** The first part of a group, from the top, that holds no others and is seen. */
function topLeaf(design: Design, id: string): string {
  const part = design.parts[id];
  const inside = isGroup(part.source) ? part.children.filter((c) => !design.parts[c]?.hidden) : [];
  const top = inside.at(-1);
  return top && design.parts[top] ? topLeaf(design, top) : id;
}

/**
 * The topmost part at a point of the sheet however deep it lies in groups, those in `except` left out; a
 * repeat of a group's members counts as its topmost one. Null where there is none.
 */
export function pickDeep(
  design: Design,
  sheetId: string,
  at: Point,
  reach: number,
  except: readonly string[] = [],
): string | null {
  const within = (parent: string | null): string | null => {
    for (const id of pickParts(design, sheetId, parent, at, reach)) {
      if (except.includes(id)) continue;
      if (!isGroup(design.parts[id].source)) return id;
      const found = within(id) ?? topLeaf(design, id);
      if (!except.includes(found)) return found;
    }
    return null;
  };
  return within(null);
}

/** Bounds of a part's outline on the sheet, or null where it has none. */
export function sheetBounds(design: Design, id: string): Bounds | null {
  const part = design.parts[id];
  if (!part) return null;
  const m = worldOf(design, id);
  return evaluatePart(design, part)
    .outline.map((p) => boundsUnder(p.path, m))
    .reduce(joinBounds, null);
}

/** Bounds of several parts together. */
export const jointBounds = (design: Design, ids: readonly string[]): Bounds | null =>
  ids.map((id) => sheetBounds(design, id)).reduce(joinBounds, null);

/** Parts directly in `parent` that lie wholly inside a rectangle of the sheet. */
export function partsWithin(design: Design, sheetId: string, parent: string | null, area: Bounds): string[] {
  const a = growBounds(area, 1e-9);
  return childrenOf(design, sheetId, parent).filter((id) => {
    const part = design.parts[id];
    if (!part || part.hidden || part.locked) return false;
    const b = sheetBounds(design, id);
    return !!b && b.x0 >= a.x0 && b.x1 <= a.x1 && b.y0 >= a.y0 && b.y1 <= a.y1;
  });
}

/** A part's box in its own coordinates with its matrix to the sheet; what scale handles stand on. */
export function ownBox(design: Design, id: string): { bounds: Bounds; matrix: Matrix } | null {
  const part = design.parts[id];
  const bounds = part ? outlineBounds(evaluatePart(design, part).outline) : null;
  return bounds && { bounds, matrix: worldOf(design, id) };
}
