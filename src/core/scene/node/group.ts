import { combine } from '../../arrange/combine';
import { segmentCount } from '../../geometry/count';
import { knownBounds } from '../../geometry/known-bounds';
import { applyTo, invert, meanScale, multiply, sameMatrix } from '../../geometry/matrix';
import { containsPoint } from '../../geometry/measure';
import { joinBounds, type Path, transformBounds, transformPath } from '../../geometry/path';
import type { GroupNode, MaskBy } from '../types';
import { defineNode, type PaintedLayer, plainLook, weights } from './definition';

type Wire = Omit<GroupNode, 'children' | 'clip' | 'mask'> & {
  readonly children: number;
  readonly clip: number | null;
  readonly mask: { readonly children: number; readonly by: MaskBy } | null;
};

const needsLayer = (n: GroupNode): boolean =>
  n.opacity < 1 ||
  n.blend !== 'normal' ||
  n.clip !== undefined ||
  n.mask !== undefined ||
  n.knockout === true;

/** Outlines cut by paths, without those that nothing is left of. */
const cut = (by: 'intersect' | 'subtract', layers: readonly PaintedLayer[], paths: readonly Path[]) =>
  layers
    .map((l) => ({ ...l, path: combine(by, [l.path, ...paths]) }))
    .filter((l) => l.path.contours.length > 0);

export const groupKind = defineNode<GroupNode, Wire>({
  type: 'group',
  blendsThrough: true,
  bounds(node, matrix, of) {
    const inner = multiply(matrix, node.matrix);
    // Nothing shows beyond a clip, whatever it holds.
    if (node.clip) {
      const clip = knownBounds(node.clip);
      return clip && transformBounds(clip, inner);
    }
    return node.children.map((c) => of(c, inner)).reduce(joinBounds, null);
  },
  ownBounds(node, of) {
    const inside = node.clip ? [knownBounds(node.clip)] : node.children.map(of);
    let all: ReturnType<typeof joinBounds> = null;
    for (const b of inside) {
      if (b === undefined) return undefined;
      all = joinBounds(all, b);
    }
    return all && transformBounds(all, node.matrix);
  },
  lies: (node) => !node.bodiless,
  children: (node) => node.children,
  withChildren: (node, children) => ({ ...node, children }),
  silhouette({ knockout: _, ...rest }) {
    return { ...rest, ...plainLook, isolated: false };
  },
  scaled: (node, _, of) =>
    node.mask ? { ...node, mask: { ...node.mask, children: of(node.mask.children) } } : node,
  recolour: (node) => node,
  hit(node, p, reach, among) {
    if (node.bodiless) return false;
    const back = invert(node.matrix);
    if (!back) return false;
    const inside = applyTo(back, p);
    if (node.clip && !containsPoint(node.clip, inside)) return false;
    return among(node.children, inside, reach / (meanScale(node.matrix) || 1));
  },
  weight: (node) => (needsLayer(node) ? weights.layer : 1) + (node.clip ? segmentCount(node.clip) : 0),
  areas(node, matrix, of) {
    const inner = multiply(matrix, node.matrix);
    const inside = of(node.children, inner);
    if (!node.clip || !inside.length) return inside;
    return [combine('intersect', [combine('union', inside), transformPath(node.clip, inner)])];
  },
  layers(node, matrix, outer, of) {
    const inner = multiply(matrix, node.matrix);
    let inside = of(node.children, inner, outer * node.opacity);
    if (node.part) inside = inside.map((l) => ({ part: node.part, ...l }));
    if (node.clip) inside = cut('intersect', inside, [transformPath(node.clip, inner)]);
    if (!node.mask || !inside.length) return inside;
    const mask = of(node.mask.children, inner, 1).map((l) => l.path);
    if (node.mask.by === 'outside') return cut('subtract', inside, mask);
    return mask.length ? cut('intersect', inside, [combine('union', mask)]) : [];
  },
  aside: (node) => node.mask?.children ?? [],
  difference: (a, b) =>
    a.opacity === b.opacity &&
    a.blend === b.blend &&
    a.clip === b.clip &&
    a.mask === b.mask &&
    a.knockout === b.knockout &&
    a.bodiless === b.bodiless &&
    sameMatrix(a.matrix, b.matrix)
      ? { before: a.children, after: b.children, matrix: a.matrix }
      : null,
  encode: (node, to) => ({
    ...node,
    children: to.nodes(node.children),
    clip: node.clip ? to.path(node.clip) : null,
    mask: node.mask ? { children: to.nodes(node.mask.children), by: node.mask.by } : null,
  }),
  decode: ({ clip, mask, children, ...rest }, from) => ({
    ...rest,
    children: from.nodes(children),
    ...(clip === null ? {} : { clip: from.path(clip) }),
    ...(mask === null ? {} : { mask: { by: mask.by, children: from.nodes(mask.children) } }),
  }),
});
