import { segmentCount } from '../geometry/count';
import type { SceneNode } from './types';

const ofNode = new WeakMap<SceneNode, number>();
const ofList = new WeakMap<readonly SceneNode[], number>();

/** Patches of a mesh are drawn as many triangles each: as much work as so many segments. */
const patchWeight = 64;

function weigh(node: SceneNode): number {
  switch (node.type) {
    case 'shape':
      return Math.max(1, segmentCount(node.path));
    case 'mesh':
      return Math.max(1, (node.points.length / 32) * patchWeight);
    case 'grain':
      return 1;
    default: {
      const mask = node.type === 'group' && node.mask ? weightOf(node.mask.children) : 0;
      const clip = node.type === 'group' && node.clip ? segmentCount(node.clip) : 0;
      return 1 + clip + mask + weightOf(node.children);
    }
  }
}

/**
 * Segments that nodes come to when they are drawn, those that several groups share counted once for each. A silhouette
 * that a shadow is cast from is drawn as often as what it is cast by, so it counts as well.
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
