import { segmentCount } from '../../geometry/count';
import { knownBounds } from '../../geometry/known-bounds';
import { growBounds, transformBounds } from '../../geometry/path';
import type { Rim, RimNode } from '../types';
import { defineNode, plainLook, weights } from './definition';

type Wire = Omit<RimNode, 'rim'> & { readonly rim: Omit<Rim, 'path'> & { readonly path: number } };

/** How far a rim lies outside its outline, sheet units. */
export const rimReach = ({ side, width }: Rim): number =>
  side === 'inside' ? 0 : side === 'both' ? width / 2 : width;

export const rimNode = defineNode<RimNode, Wire>({
  type: 'rim',
  bounds(node, matrix) {
    const own = knownBounds(node.rim.path);
    return own && growBounds(transformBounds(own, matrix), rimReach(node.rim) + 1);
  },
  // A rim is as wide whatever turns and scales it.
  ownBounds: () => undefined,
  lies: () => false,
  silhouette: (node) => ({ ...node, ...plainLook }),
  recolour: (node, change) => ({ ...node, colour: change(node.colour) }),
  scaled: (node, by) => ({
    ...node,
    rim: { ...node.rim, width: node.rim.width * by, height: node.rim.height * by },
  }),
  hit: () => false,
  weight: ({ rim }) => weights.blur + segmentCount(rim.path),
  encode: (node, to) => ({ ...node, rim: { ...node.rim, path: to.path(node.rim.path) } }),
  decode: (wire, from) => ({ ...wire, rim: { ...wire.rim, path: from.path(wire.rim.path) } }),
});
