import type { ColourChange } from '../colour/change';
import type { Rgba } from '../colour/colour';
import { boundsPath, growBounds } from '../geometry/path';
import { filledWith } from '../scene/filled-with';
import { filterNode } from '../scene/filter-node';
import { groupNode } from '../scene/group-node';
import { scaledNodes } from '../scene/scaled';
import type { Filter, Scene, SceneNode, ShapeNode } from '../scene/types';

const paper: Rgba = [1, 1, 1, 1];

/** The ground that a sheet is seen on; white where it has none. */
export const groundOf = ({ ground }: Scene): Rgba => ground ?? paper;

/** One colour over all of a sheet and a little beyond. */
export const sheetFilled = ({ width, height }: Scene, colour: Rgba): ShapeNode =>
  filledWith(
    boundsPath(growBounds({ x0: 0, y0: 0, x1: width, y1: height }, 0.02 * Math.max(width, height))),
    { kind: 'solid', colour },
  );

/** Nodes that meet what lies under them as they would on their own. */
export const apart = (children: readonly SceneNode[]): SceneNode => groupNode(children, { isolated: true });

const grounded = new WeakMap<Scene, readonly SceneNode[]>();

/** A sheet together with its ground, as one; the same object every time, so that it is drawn once for all proofs of a size. */
export function withGround(sheet: Scene): readonly SceneNode[] {
  const made = grounded.get(sheet) ?? [apart([sheetFilled(sheet, groundOf(sheet)), ...sheet.nodes])];
  grounded.set(sheet, made);
  return made;
}

/** A sheet with its ground seen through a filter, all together; `change` does the same to one colour. */
export function seenThrough(sheet: Scene, filter: Filter, change: ColourChange): Scene {
  const ground = groundOf(sheet);
  return {
    ...sheet,
    ground: change(ground),
    nodes: [filterNode(filter, withGround(sheet))],
  };
}

/** A sheet as one node at a place and so many times as large, cut at its edges. */
export const laidSheet = (sheet: Scene, x: number, y: number, scale: number): SceneNode =>
  groupNode([sheetFilled(sheet, groundOf(sheet)), ...scaledNodes(sheet.nodes, scale)], {
    matrix: [scale, 0, 0, scale, x, y],
    isolated: true,
    clip: boundsPath({ x0: 0, y0: 0, x1: sheet.width, y1: sheet.height }),
  });
