import type { ColourChange } from '../../colour/change';
import { identity, type Matrix } from '../../geometry/matrix';
import type { Bounds } from '../../geometry/path';
import type { MeshNode } from '../types';
import { defineNode, plainLook, weights } from './definition';

/** Bounds of a mesh's control points under a matrix, which hold all of it. */
function meshBounds({ points }: MeshNode, [a, b, c, d, e, f]: Matrix): Bounds | null {
  if (!points.length) return null;
  const out = {
    x0: Number.POSITIVE_INFINITY,
    y0: Number.POSITIVE_INFINITY,
    x1: Number.NEGATIVE_INFINITY,
    y1: Number.NEGATIVE_INFINITY,
  };
  for (let i = 0; i < points.length; i += 2) {
    const x = a * points[i] + c * points[i + 1] + e;
    const y = b * points[i] + d * points[i + 1] + f;
    out.x0 = Math.min(out.x0, x);
    out.x1 = Math.max(out.x1, x);
    out.y0 = Math.min(out.y0, y);
    out.y1 = Math.max(out.y1, y);
  }
  return out;
}

/** A net of premultiplied colours with each of them changed. */
function changedNet(net: Float32Array, change: ColourChange): Float32Array {
  const out = new Float32Array(net.length);
  for (let i = 0; i < net.length; i += 4) {
    const a = Math.min(1, Math.max(0, net[i + 3]));
    const straight = (k: number) => (a > 0 ? Math.min(1, Math.max(0, net[i + k] / a)) : 0);
    const [r, g, b, alpha] = change([straight(0), straight(1), straight(2), a]);
    out.set([r * alpha, g * alpha, b * alpha, alpha], i);
  }
  return out;
}

export const meshNode = defineNode<MeshNode>({
  type: 'mesh',
  bounds: meshBounds,
  ownBounds: (node) => meshBounds(node, identity),
  silhouette: (node) => ({ ...node, ...plainLook }),
  recolour: (node, change) => ({ ...node, colours: changedNet(node.colours, change) }),
  // What holds a surface clips it: being held is enough.
  hit: () => true,
  weight: (node) => Math.max(1, (node.points.length / 32) * weights.patch),
  encode: (node) => node,
  decode: (wire) => wire,
});
