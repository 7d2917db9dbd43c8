import { emptyPath, growBounds, joinBounds } from '../../geometry/path';
import { filterOf } from '../filter';
import type { Filter, FilterNode } from '../types';
import { defineNode, type NodeEncoder, plainLook, weights } from './definition';

/** A path of the filter travels beside it by its number. */
type Wire = Omit<FilterNode, 'children'> & { readonly children: number; readonly path?: number };

function packed(filter: Filter, to: NodeEncoder): Pick<Wire, 'filter' | 'path'> {
  const { path } = filterOf(filter);
  return path ? { filter: path.with(filter, emptyPath), path: to.path(path.of(filter)) } : { filter };
}

const isBody = ({ filter }: FilterNode): boolean => filterOf(filter).body;

export const filterNode = defineNode<FilterNode, Wire>({
  type: 'filter',
  bounds(node, matrix, of) {
    const all = node.children.map((c) => of(c, matrix)).reduce(joinBounds, null);
    if (!all) return null;
    return growBounds(filterOf(node.filter).spread(node.filter, all, matrix, 1), 1);
  },
  // A filter reaches as far whatever turns and scales it.
  ownBounds: () => undefined,
  children: (node) => node.children,
  withChildren: (node, children) => ({ ...node, children }),
  lies: isBody,
  silhouette: (node) => ({ ...node, ...plainLook }),
  recolour: (node, change) => ({ ...node, filter: filterOf(node.filter).recolour(node.filter, change) }),
  scaled: (node, by) => ({ ...node, filter: filterOf(node.filter).scaled?.(node.filter, by) ?? node.filter }),
  hit: (node, p, reach, among) => isBody(node) && among(node.children, p, reach),
  weight: () => weights.blur,
  // What is soft all over has no edge.
  layers: (node, matrix, outer, of) =>
    filterOf(node.filter).softness ? [] : of(node.children, matrix, outer * node.opacity),
  encode: (node, to) => ({ ...node, ...packed(node.filter, to), children: to.nodes(node.children) }),
  decode({ path, ...wire }, from) {
    const children = from.nodes(wire.children);
    const own = filterOf(wire.filter).path;
    return path === undefined || !own
      ? { ...wire, children }
      : { ...wire, filter: own.with(wire.filter, from.path(path)), children };
  },
});
