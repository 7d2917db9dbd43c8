import { sameItems } from '../cache/same-items';
import type { Card } from '../document/card';
import type { Part } from '../document/types';
import { finishes, reachesBelow } from '../finish';
import { joinOutline } from '../outline/join';
import type { GroupNode, SceneNode } from './types';

/** A part of a group or a sheet with what it paints. */
interface Layer {
  readonly part: Part;
  readonly node: GroupNode;
}

const reaching = (list: readonly Card[]): readonly Card[] => list.filter((c) => c.on && reachesBelow(c));

const changed = new WeakMap<readonly Card[], { below: readonly SceneNode[]; nodes: readonly SceneNode[] }>();

/** What lies below a part once its finishes that reach there have done their work; remembered for both. */
function changedBelow(list: readonly Card[], below: readonly SceneNode[]): readonly SceneNode[] {
  const known = changed.get(list);
  if (known && sameItems(known.below, below)) return known.nodes;
  let nodes = below;
  for (const card of reaching(list))
    nodes = finishes[card.kind].apply(
      { nodes, outline: [], light: null, caster: () => null, silhouette: () => joinOutline([]) },
      card.params,
    );
  changed.set(list, { below, nodes });
  return nodes;
}

/** Nodes of parts from the lowest up; finishes that reach below change what lies under their part. */
export function layered(layers: readonly Layer[]): readonly SceneNode[] {
  let nodes: SceneNode[] = [];
  for (const { part, node } of layers) {
    // Thousands of parts have none.
    if (part.finishes.length && reaching(part.finishes).length)
      nodes = [...changedBelow(part.finishes, nodes)];
    nodes.push(node);
  }
  return nodes;
}
