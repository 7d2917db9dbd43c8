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
    const { out, dx, dy } = filterOf(node.filter).reach(node.filter);
    const { scale } = target;
    const grown = growBounds(all, out * scale + slack);
    return {
      x0: grown.x0 + dx * scale,
      y0: grown.y0 + dy * scale,
      x1: grown.x1 + dx * scale,
      y1: grown.y1 + dy * scale,
    };
  },
  draw: drawFilter,
  inPlanes: true,
};
