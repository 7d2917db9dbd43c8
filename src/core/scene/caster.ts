import { nodeKind } from './node';
import type { SceneNode } from './types';

const casting = new WeakMap<SceneNode, SceneNode | null>();
const lists = new WeakMap<readonly SceneNode[], readonly SceneNode[]>();

/**
 * What of some nodes casts a shadow: all but the shadows in them, for a shadow casts none. So each level of a stack of
 * shadowed parts is drawn once for its own shadow, however many lie inside one another. The same objects where there
 * are no shadows.
 */
export function castersOf(nodes: readonly SceneNode[]): readonly SceneNode[] {
  let made = lists.get(nodes);
  if (!made) {
    const all = nodes.map(casterOf);
    made = all.every((n, i) => n === nodes[i]) ? nodes : all.filter((n) => n !== null);
    lists.set(nodes, made);
  }
  return made;
}

function casterOf(node: SceneNode): SceneNode | null {
  const kind = nodeKind(node);
  if (kind.lies?.(node) === false) return null;
  const inside = kind.children?.(node);
  if (!inside || !kind.withChildren) return node;
  let made = casting.get(node);
  if (made === undefined) {
    const children = castersOf(inside);
    made = children === inside ? node : kind.withChildren(node, children);
    casting.set(node, made);
  }
  return made;
}
