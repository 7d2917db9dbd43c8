import type { Design, Sheet, SheetGrid } from '../document/types';
import {
  applyTo,
  identity,
  invert,
  type Matrix,
  matrixPlace,
  multiply,
  origin,
  type Place,
  placeMatrix,
} from '../geometry/matrix';
import { type Point, turnOf } from '../geometry/vector';
import type { Edited } from './edited';
import { placePart } from './place';
import { sheetOf, topmost } from './tree';

/** The planes of a grid with two slanted axes: what lies on top, and what stands to the left and to the right. */
export const gridPlanes = ['top', 'left', 'right'] as const;
export type GridPlane = (typeof gridPlanes)[number];

type Axes = Pick<SheetGrid, 'angleA' | 'angleB'>;

/** From a flat drawing to a plane of the grid: lengths along its axes stay what they are (ISO 5456-3). */
export function planeMatrix(plane: GridPlane, { angleA, angleB }: Axes): Matrix {
  const [a, b] = [turnOf(angleA), turnOf(angleB)];
  if (plane === 'top') return [a.cos, a.sin, b.cos, b.sin, 0, 0];
  // Uprights stay upright; the right plane runs along the second axis the other way.
  return plane === 'left' ? [a.cos, a.sin, 0, 1, 0, 0] : [-b.cos, -b.sin, 0, 1, 0, 0];
}

const linear = ([a, b, c, d]: Matrix): Matrix => [a, b, c, d, 0, 0];

/** Whether a map turns, scales evenly and mirrors at most. */
function isEven([a, b, c, d]: Matrix): boolean {
  const size = Math.hypot(a, b, c, d);
  const near = (p: number, q: number) => Math.abs(p - q) <= 1e-6 * size;
  return (near(a, d) && near(b, -c)) || (near(a, -d) && near(b, c));
}

/** What a part was before it was put on a plane of the grid; as it is where it lies on none. */
function takenOff(own: Matrix, grid: Axes): Matrix {
  if (isEven(own)) return own;
  for (const plane of gridPlanes) {
    const back = invert(planeMatrix(plane, grid));
    const flat = back && multiply(back, own);
    if (flat && isEven(flat)) return flat;
  }
  return own;
}

/** Axes of a sheet's grid where that has two, or isometric ones. */
const axesOf = ({ grid }: Sheet): Axes => (grid.kind === 'angled' ? grid : { angleA: 30, angleB: 150 });

/** From a flat drawing to what new parts of a sheet are drawn on, places aside; null where that is the sheet as it lies. */
export function drawnOnMatrix(sheet: Sheet): Matrix | null {
  const { kind, plane } = sheet.grid;
  return kind === 'angled' && plane !== 'flat' ? planeMatrix(plane, sheet.grid) : null;
}

/** Where a new part stands whose middle lies at a place of the sheet, in a parent's `frame`, on what is drawn on. */
export function newPlace(sheet: Sheet, frame: Matrix, { x, y }: Point): Place {
  const plane = drawnOnMatrix(sheet);
  const back = invert(frame) ?? identity;
  // Within a group, parts that lie flat are flat in the group.
  if (!plane) return { ...origin, ...applyTo(back, { x, y }) };
  const [a, b, c, d] = plane;
  return matrixPlace(multiply(back, [a, b, c, d, x, y]));
}

/** A sheet whose new parts are drawn on a plane of its grid, or flat; a grid without two slanted axes becomes isometric. */
export const drawOn = (sheet: Sheet, plane: GridPlane | null): Sheet => ({
  ...sheet,
  grid: {
    ...sheet.grid,
    ...(plane && sheet.grid.kind !== 'angled' ? { ...axesOf(sheet), kind: 'angled' } : {}),
    ...(plane ? { on: true } : {}),
    plane: plane ?? 'flat',
  },
});

/** Puts parts on a plane of the sheet's grid, from whichever plane they lie on; with none they lie flat again. */
export function putOnPlane(
  design: Design,
  sheetId: string,
  ids: readonly string[],
  plane: GridPlane | null,
): Edited {
  const grid = axesOf(sheetOf(design, sheetId));
  let out = design;
  for (const id of topmost(design, ids)) {
    const flat = takenOff(linear(placeMatrix(out.parts[id].place)), grid);
    const { turn, skew, scaleX, scaleY } = matrixPlace(
      plane ? multiply(planeMatrix(plane, grid), flat) : flat,
    );
    out = placePart(out, id, { turn, skew, scaleX, scaleY });
  }
  return { design: out, chosen: ids };
}
