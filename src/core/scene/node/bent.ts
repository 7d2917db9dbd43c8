import { applyTo, identity, invert, meanScale } from '../../geometry/matrix';
import { transformBounds, transformPath } from '../../geometry/path';
import type { BentNode } from '../types';
import { unbentPlace } from '../unbent';
import { defineNode, plainLook, weights } from './definition';

type Wire = Omit<BentNode, 'children' | 'carry'> & { readonly children: number };

export const bentNode = defineNode<BentNode, Wire>({
  type: 'bent',
  bounds: (node, matrix) => transformBounds(node.bounds, matrix),
  ownBounds: (node) => node.bounds,
  children: (node) => node.children,
  withChildren: (node, children) => ({ ...node, children }),
  silhouette: (node) => ({ ...node, ...plainLook }),
  recolour: (node) => node,
  hit(node, p, reach, among) {
    const back = invert(node.frame);
    if (!back) return false;
    const inside = applyTo(back, unbentPlace(node.unbent, p));
    return among(node.children, inside, reach / (meanScale(node.frame) || 1));
  },
  weight: () => weights.blur,
  areas: (node, matrix, of) =>
    of(node.children, identity).map((path) => transformPath(node.carry?.(path) ?? path, matrix)),
  layers: (node, matrix, outer, of) =>
    of(node.children, identity, outer * node.opacity).map((l) => ({
      ...l,
      path: transformPath(node.carry?.(l.path) ?? l.path, matrix),
    })),
  encode({ carry: _, ...node }, to) {
    return { ...node, children: to.nodes(node.children) };
  },
  decode: (wire, from) => ({ ...wire, children: from.nodes(wire.children) }),
  travelsWhole: (node) => node.carry === undefined,
});
