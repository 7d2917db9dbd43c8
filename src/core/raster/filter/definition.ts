import type { Matrix } from '../../geometry/matrix';
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
