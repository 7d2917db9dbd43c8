import type { Matrix } from '../../geometry/matrix';
import { type Bounds, joinBounds, meetBounds, wholeBounds } from '../../geometry/path';
import type { FilterNode } from '../../scene/types';
import type { Target } from '../target';
import { DrawnBlocks } from './drawn-blocks';

/** Where what is read begins in the memory that filters work in: what is written takes 6 MiB before it. */
const readAt = 6 << 20;

/** What a filter node's children come to in a rectangle of whole pixels and one more on every side. */
export interface ReadColours {
  /** The rectangle that is written. */
  readonly area: Bounds;
  /** Premultiplied RGBA, rows of `wide` pixels. */
  readonly colours: Float32Array;
  readonly wide: number;
  readonly high: number;
}

/** Draws the children of a filter node where they show in the tile at hand; null where they do not. */
export function readColours(
  target: Target,
  node: FilterNode,
  matrix: Matrix,
  layer: number,
): ReadColours | null {
  const inside = node.children.map((c) => target.boundsOf(c, matrix)).reduce(joinBounds, null);
  const area = inside && meetBounds(target.area, wholeBounds(inside, 1));
  if (!inside || !area) return null;
  const blocks = new DrawnBlocks(target, node.children, matrix, layer + 1, wholeBounds(inside, 1), (draw) =>
    draw(),
  );
  const box = { x0: area.x0 - 1, y0: area.y0 - 1, x1: area.x1 + 1, y1: area.y1 + 1 };
  const [wide, high] = [box.x1 - box.x0, box.y1 - box.y0];
  const at = target.planeAddress(readAt);
  blocks.copy(box, at, wide);
  const colours = new Float32Array(target.kernels.memory.buffer, at, 4 * wide * high).slice();
  return { area, colours, wide, high };
}
