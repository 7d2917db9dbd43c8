import { nodeKind } from './node';
import type { SceneNode } from './types';

const known = new WeakMap<
  readonly SceneNode[],
  { readonly by: number; readonly made: readonly SceneNode[] }
>();

/**
 * Nodes with all they have in sheet units, such as the softness of a shadow, that many times as long: what a group makes smaller
 * is then the whole picture made smaller. The same objects for the same nodes.
 */
export function scaledNodes(nodes: readonly SceneNode[], by: number): readonly SceneNode[] {
  if (by === 1) return nodes;
  const before = known.get(nodes);
  if (before?.by === by) return before.made;
  const of = (list: readonly SceneNode[]) => scaledNodes(list, by);
  const made = nodes.map((node) => {
    const kind = nodeKind(node);
    const own = kind.scaled?.(node, by, of) ?? node;
    const children = kind.children?.(node);
    return children && kind.withChildren ? kind.withChildren(own, of(children)) : own;
  });
  known.set(nodes, { by, made });
  return made;
}
