import type { Matrix } from '../../geometry/matrix';
import type { Bounds } from '../../geometry/path';
import type { Filter, FilterNode } from '../../scene/types';
import type { Target } from '../target';

/** Draws what one kind of filter makes of a node's children onto a layer. */
export type FilterDrawer<F extends Filter> = (
  target: Target,
  node: FilterNode,
  filter: F,
  matrix: Matrix,
  layer: number,
) => void;

/**
 * The pixels [x0, x1) × [y0, y1) of a rectangle of a layer that lie within what a node paints, or null; `area` is what
 * the layer holds, device pixels.
 */
export function withinBounds(
  target: Target,
  node: FilterNode,
  matrix: Matrix,
  area: Bounds,
  rectangle: Bounds,
): readonly [number, number, number, number] | null {
  const b = target.boundsOf(node, matrix);
  if (!b) return null;
  const { x0: left, y0: top } = area;
  const clamp = (v: number, low: number, high: number) => Math.min(high, Math.max(low, v));
  return [
    clamp(Math.floor(b.x0 - left), rectangle.x0, rectangle.x1),
    clamp(Math.floor(b.y0 - top), rectangle.y0, rectangle.y1),
    clamp(Math.ceil(b.x1 - left), rectangle.x0, rectangle.x1),
    clamp(Math.ceil(b.y1 - top), rectangle.y0, rectangle.y1),
  ];
}
