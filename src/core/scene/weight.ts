import { segmentCount } from '../geometry/count';
import type { GroupNode, SceneNode } from './types';

const ofNode = new WeakMap<SceneNode, number>();
const ofList = new WeakMap<readonly SceneNode[], number>();

/**
 * What else is drawn is as much work as so many segments (measured in a tile of 256²: 1.5 µs a segment, 0.2 ms to lay
 * a layer on another, twice as much to blur one): patches of a mesh, layers, blurred silhouettes, grain.
 */
const weights = { patch: 64, layer: 100, blur: 300, grain: 100 } as const;

const needsLayer = (n: GroupNode): boolean =>
  n.opacity < 1 ||
  n.blend !== 'normal' ||
  n.clip !== undefined ||
  n.mask !== undefined ||
  n.knockout === true;

function weigh(node: SceneNode): number {
  switch (node.type) {
    case 'shape':
      return Math.max(1, segmentCount(node.path));
    case 'mesh':
      return Math.max(1, (node.points.length / 32) * weights.patch);
    case 'grain':
      return weights.grain;
    case 'shadow':
      return weights.blur + weightOf(node.children);
    default: {
      const mask = node.mask ? weightOf(node.mask.children) : 0;
      const clip = node.clip ? segmentCount(node.clip) : 0;
      return (needsLayer(node) ? weights.layer : 1) + clip + mask + weightOf(node.children);
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
