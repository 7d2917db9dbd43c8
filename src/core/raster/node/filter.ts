import { growBounds, joinBounds } from '../../geometry/path';
import { filterOf } from '../../scene/filter';
import type { FilterNode } from '../../scene/types';
import { drawFilter } from '../filter';
import type { NodeDrawer } from '../target';

/** Pixels that sampling may add to how far a filter can be seen. */
const slack = 3;

export const filterDrawer: NodeDrawer<FilterNode> = {
  bounds(target, node, matrix) {
    const all = node.children.map((c) => target.boundsOf(c, matrix)).reduce(joinBounds, null);
    if (!all) return null;
    return growBounds(filterOf(node.filter).spread(node.filter, all, matrix, target.scale), slack);
  },
  draw: drawFilter,
  inPlanes: true,
  slow: true,
};
