import { nodeKind } from './node';
import type { SceneNode } from './types';

const ofNode = new WeakMap<SceneNode, number>();
const ofList = new WeakMap<readonly SceneNode[], number>();

function weigh(node: SceneNode): number {
  const kind = nodeKind(node);
  return kind.weight(node) + weightOf(kind.children?.(node) ?? none) + weightOf(kind.aside?.(node) ?? none);
}

const none: readonly SceneNode[] = [];

/**
 * Segments that nodes come to when they are drawn, those that several groups share counted once for each. Input of a
 * filter is drawn as often as what it is made of, so it counts as well.
 */
export function weightOf(nodes: readonly SceneNode[]): number {
  let sum = ofList.get(nodes);
  if (sum === undefined) {
    sum = 0;
    for (const n of nodes) {
      let w = ofNode.get(n);
      if (w === undefined) {
        w = weigh(n);
        ofNode.set(n, w);
      }
      sum += w;
    }
    ofList.set(nodes, sum);
  }
  return sum;
}
