import { segmentCount } from '../../geometry/count';
import { knownBounds } from '../../geometry/known-bounds';
import { containsPoint, nearestOnPath } from '../../geometry/measure';
import { transformBounds, transformPath } from '../../geometry/path';
import { changedPaint, samePaint } from '../paint-colour';
import type { ShapeNode } from '../types';
import { defineNode, plainLook } from './definition';

type Wire = Omit<ShapeNode, 'path' | 'paint'> & { readonly path: number; readonly paint: number };

const same = (a: ShapeNode, b: ShapeNode): boolean =>
  a.path === b.path && a.opacity === b.opacity && a.blend === b.blend && samePaint(a.paint, b.paint);

export const shapeNode = defineNode<ShapeNode, Wire>({
  type: 'shape',
  bounds(node, matrix) {
    const b = knownBounds(node.path);
    return b && transformBounds(b, matrix);
  },
  ownBounds: (node) => knownBounds(node.path),
  silhouette: (node) => ({ ...node, ...plainLook, paint: { kind: 'solid', colour: [1, 1, 1, 1] } }),
  recolour: (node, change) => ({ ...node, paint: changedPaint(node.paint, change) }),
  hit(node, p, reach) {
    const b = knownBounds(node.path);
    if (!b || p.x < b.x0 - reach || p.x > b.x1 + reach || p.y < b.y0 - reach || p.y > b.y1 + reach)
      return false;
    if (containsPoint(node.path, p, reach / 4 || 1e-3)) return true;
    const near = nearestOnPath(node.path, p);
    return !!near && near.distance <= reach;
  },
  fixedToSheet: ({ paint }) => 'fixed' in paint && paint.fixed === true,
  weight: (node) => Math.max(1, segmentCount(node.path)),
  areas: (node, matrix) => [transformPath(node.path, matrix)],
  layers: ({ path, paint, opacity }, matrix, outer) => [
    { path: transformPath(path, matrix), paint, opacity: outer * opacity },
  ],
  same,
  // Painted alike in one colour they differ within the contours that only one of them has: the others wind round
  // every place as they did.
  difference(a, b) {
    if (a.paint.kind !== 'solid' || a.path.fillRule !== b.path.fillRule || !same({ ...a, path: b.path }, b))
      return null;
    const [own, others] = [a, b].map((n) => new Set(n.path.contours.map((c) => c.xy)));
    const contours = [
      ...a.path.contours.filter((c) => !others.has(c.xy)),
      ...b.path.contours.filter((c) => !own.has(c.xy)),
    ];
    return { within: knownBounds({ contours, fillRule: a.path.fillRule }) };
  },
  encode: (node, to) => ({ ...node, path: to.path(node.path), paint: to.paint(node.paint) }),
  decode: (wire, from) => ({ ...wire, path: from.path(wire.path), paint: from.paint(wire.paint) }),
});
