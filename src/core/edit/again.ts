import type { Design } from '../document/types';
import { applyTo, invert, type Matrix, multiply } from '../geometry/matrix';
import type { Point } from '../geometry/vector';
import { duplicateParts } from './copy';
import type { Edited } from './edited';
import { ownBox } from './pick';
import { mapParts } from './transform';
import { topmost } from './tree';

/** Three corners of a part's box on the sheet, or null where it has no area. */
function corners(design: Design, id: string): readonly [Point, Point, Point] | null {
  const box = ownBox(design, id);
  if (!box) return null;
  const { x0, y0, x1, y1 } = box.bounds;
  if (x1 - x0 < 1e-9 || y1 - y0 < 1e-9) return null;
  return [
    applyTo(box.matrix, { x: x0, y: y0 }),
    applyTo(box.matrix, { x: x1, y: y0 }),
    applyTo(box.matrix, { x: x0, y: y1 }),
  ];
}

const frame = ([a, b, c]: readonly [Point, Point, Point]): Matrix => [
  b.x - a.x,
  b.y - a.y,
  c.x - a.x,
  c.y - a.y,
  a.x,
  a.y,
];

/** The affine map of the sheet that a change put on a part, or null where it put none. */
export function transformBetween(before: Design, after: Design, id: string): Matrix | null {
  if (!before.parts[id] || !after.parts[id] || before.parts[id] === after.parts[id]) return null;
  const [from, to] = [corners(before, id), corners(after, id)];
  const back = from && invert(frame(from));
  if (!to || !back) return null;
  const m = multiply(frame(to), back);
  const still = Math.hypot(m[0] - 1, m[1], m[2], m[3] - 1) < 1e-9 && Math.hypot(m[4], m[5]) < 1e-9;
  return still || !m.every(Number.isFinite) ? null : m;
}

/** Puts a map of the sheet on parts once more; with `copy` on fresh copies of them, which are chosen then. */
export function transformAgain(
  design: Design,
  sheetId: string,
  ids: readonly string[],
  map: Matrix,
  copy: boolean,
): Edited {
  const edited = copy ? duplicateParts(design, sheetId, ids) : { design, chosen: topmost(design, ids) };
  return { design: mapParts(edited.design, edited.chosen, map), chosen: edited.chosen };
}
