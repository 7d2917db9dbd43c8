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
  const plain = { opacity: 1, blend: 'normal' } as const;
  switch (node.type) {
    case 'shape':
      return { ...node, ...plain, paint: { kind: 'solid', colour: [1, 1, 1, 1] } };
    case 'group': {
      const { knockout: _, ...rest } = node;
      const children = node.children.filter((c) => c.type !== 'shadow').map(silhouette);
      return { ...rest, ...plain, isolated: false, children };
    }
    default:
      return { ...node, ...plain };
  }
}
