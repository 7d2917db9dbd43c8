import { transformBounds } from '../../geometry/path';
import type { GrainNode } from '../types';
import { defineNode, plainLook, weights } from './definition';

export const grainNode = defineNode<GrainNode>({
  type: 'grain',
  bounds: (node, matrix) => transformBounds(node.bounds, matrix),
  ownBounds: (node) => node.bounds,
  fixedToSheet: () => true,
  silhouette: (node) => ({ ...node, ...plainLook }),
  recolour: (node, change) => (node.ink ? { ...node, ink: change(node.ink) } : node),
  // What holds a surface clips it: being held is enough.
  hit: () => true,
  weight: () => weights.grain,
  encode: (node) => node,
  decode: (wire) => wire,
});
