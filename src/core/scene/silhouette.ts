import { nodeKind } from './node';
import type { SceneNode } from './types';

const known = new WeakMap<SceneNode, SceneNode>();

/** Where a node lies, opaque and white whatever it is painted with; shadows lie nowhere. */
export function silhouette(node: SceneNode): SceneNode {
  let made = known.get(node);
  if (!made) {
    made = bare(node);
    known.set(node, made);
  }
  return made;
}

function bare(node: SceneNode): SceneNode {
  const kind = nodeKind(node);
  const plain = kind.silhouette(node);
  const children = kind.lies?.(node) === false ? undefined : kind.children?.(node);
  if (!children || !kind.withChildren) return plain;
  const lying = children.filter((c) => nodeKind(c).lies?.(c) !== false);
  return kind.withChildren(plain, lying.map(silhouette));
}
