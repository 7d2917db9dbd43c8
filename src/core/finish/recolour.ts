import type { ColourChange } from '../colour/change';
import { nodeKind } from '../scene/node';
import type { SceneNode } from '../scene/types';

/** Nodes with the colours of all paints in them changed; geometry and blend modes stay. */
export const recolour = (nodes: readonly SceneNode[], change: ColourChange): SceneNode[] =>
  nodes.map((n) => {
    const kind = nodeKind(n);
    const own = kind.recolour(n, change);
    const children = kind.lies?.(n) === false ? undefined : kind.children?.(n);
    return children && kind.withChildren ? kind.withChildren(own, recolour(children, change)) : own;
  });
