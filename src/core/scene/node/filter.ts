import { growBounds, joinBounds } from '../../geometry/path';
import { filterOf } from '../filter';
import type { FilterNode } from '../types';
import { defineNode, plainLook, weights } from './definition';

type Wire = Omit<FilterNode, 'children'> & { readonly children: number };

const isBody = ({ filter }: FilterNode): boolean => filterOf(filter).body;

export const filterNode = defineNode<FilterNode, Wire>({
  type: 'filter',
  bounds(node, matrix, of) {
    const all = node.children.map((c) => of(c, matrix)).reduce(joinBounds, null);
    if (!all) return null;
    const { out, dx, dy } = filterOf(node.filter).reach(node.filter);
    const grown = growBounds(all, out + 1);
    return { x0: grown.x0 + dx, y0: grown.y0 + dy, x1: grown.x1 + dx, y1: grown.y1 + dy };
  },
  // A filter reaches as far whatever turns and scales it.
  ownBounds: () => undefined,
  children: (node) => node.children,
  withChildren: (node, children) => ({ ...node, children }),
  lies: isBody,
  silhouette: (node) => ({ ...node, ...plainLook }),
  recolour: (node, change) => ({ ...node, filter: filterOf(node.filter).recolour(node.filter, change) }),
  hit: (node, p, reach, among) => isBody(node) && among(node.children, p, reach),
  weight: () => weights.blur,
  encode: (node, to) => ({ ...node, children: to.nodes(node.children) }),
  decode: (wire, from) => ({ ...wire, children: from.nodes(wire.children) }),
});
