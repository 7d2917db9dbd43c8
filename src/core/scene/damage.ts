import { knownBounds } from '../geometry/known-bounds';
import { identity, type Matrix, multiply, sameMatrix } from '../geometry/matrix';
import { type Bounds, growBounds, joinBounds, type Path, transformBounds } from '../geometry/path';
import { samePaint } from './paint-colour';
import type { GroupNode, MeshNode, Scene, SceneNode } from './types';

/** Bounds of a mesh's control points, which hold all of it. */
export function meshBounds({ points }: MeshNode, [a, b, c, d, e, f]: Matrix): Bounds | null {
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

/** Bounds of all a node paints, shadows included, under a matrix; null where it paints nothing. */
export function nodeBounds(node: SceneNode, matrix: Matrix): Bounds | null {
  if (node.type === 'shape') {
    const b = knownBounds(node.path);
    return b && transformBounds(b, matrix);
  }
  if (node.type === 'mesh') return meshBounds(node, matrix);
  if (node.type === 'grain') return transformBounds(node.bounds, matrix);
  const inner = node.type === 'group' ? multiply(matrix, node.matrix) : matrix;
  if (node.type === 'group' && node.clip) {
    const clip = knownBounds(node.clip);
    return clip && transformBounds(clip, inner);
  }
  const all = node.children.map((c) => nodeBounds(c, inner)).reduce(joinBounds, null);
  if (!all || node.type === 'group') return all;
  const grown = growBounds(all, 4 * node.sigma + 1);
  return { x0: grown.x0 + node.dx, y0: grown.y0 + node.dy, x1: grown.x1 + node.dx, y1: grown.y1 + node.dy };
}

/** Whether two nodes paint the same: one object, or shapes of one path painted alike. */
const same = (a: SceneNode, b: SceneNode): boolean =>
  a === b ||
  (a.type === 'shape' &&
    b.type === 'shape' &&
    a.path === b.path &&
    a.opacity === b.opacity &&
    a.blend === b.blend &&
    samePaint(a.paint, b.paint));

/** Whether two groups differ at most in what is in them. */
const sameFrame = (a: GroupNode, b: GroupNode): boolean =>
  a.opacity === b.opacity &&
  a.blend === b.blend &&
  a.clip === b.clip &&
  a.mask === b.mask &&
  a.knockout === b.knockout &&
  sameMatrix(a.matrix, b.matrix);

/**
 * Where two shapes that are painted alike in one colour differ: within the contours that only one of them has,
 * for the others wind round every place as they did. Null where they are not such shapes.
 */
function changedContours(a: SceneNode, b: SceneNode): { path: Path } | null {
  if (a.type !== 'shape' || b.type !== 'shape' || a.paint.kind !== 'solid') return null;
  if (a.path.fillRule !== b.path.fillRule || !same({ ...a, path: b.path }, b)) return null;
  const [own, others] = [a, b].map((n) => new Set(n.path.contours.map((c) => c.xy)));
  const contours = [
    ...a.path.contours.filter((c) => !others.has(c.xy)),
    ...b.path.contours.filter((c) => !own.has(c.xy)),
  ];
  return { path: { contours, fillRule: a.path.fillRule } };
}

/** How far ahead a node is looked for that others were put before, or that they went from before. */
const ahead = 8;

/** How many nodes to pass over in either list until both go on alike; null where they do not soon. */
function skipTo(
  before: readonly SceneNode[],
  i: number,
  after: readonly SceneNode[],
  j: number,
): { before: number; after: number } | null {
  for (let k = 1; k <= ahead; k++) {
    if (j + k < after.length && same(before[i], after[j + k])) return { before: 0, after: k };
    if (i + k < before.length && same(before[i + k], after[j])) return { before: k, after: 0 };
  }
  return null;
}

function damageOf(before: readonly SceneNode[], after: readonly SceneNode[], matrix: Matrix): Bounds | null {
  if (before === after) return null;
  let damage: Bounds | null = null;
  const add = (n: SceneNode | undefined) => {
    if (n) damage = joinBounds(damage, nodeBounds(n, matrix));
  };
  // What is left out of either list changes what lies there; what stays keeps its order.
  let [i, j] = [0, 0];
  while (i < before.length && j < after.length) {
    const [a, b] = [before[i], after[j]];
    if (same(a, b)) {
      i++;
      j++;
      continue;
    }
    const skip = skipTo(before, i, after, j);
    if (skip) {
      for (const n of before.slice(i, i + skip.before)) add(n);
      for (const n of after.slice(j, j + skip.after)) add(n);
      i += skip.before;
      j += skip.after;
      continue;
    }
    if (a.type === 'group' && b.type === 'group' && sameFrame(a, b))
      damage = joinBounds(damage, damageOf(a.children, b.children, multiply(matrix, a.matrix)));
    else {
      const changed = changedContours(a, b);
      if (changed) {
        const bounds = knownBounds(changed.path);
        damage = joinBounds(damage, bounds && transformBounds(bounds, matrix));
      } else {
        add(a);
        add(b);
      }
    }
    i++;
    j++;
  }
  for (const n of [...before.slice(i), ...after.slice(j)]) add(n);
  return damage;
}

/** The part of the sheet that differs between two scenes, or null where nothing does; 'all' where everything may. */
export function sceneDamage(before: Scene | null, after: Scene): Bounds | 'all' | null {
  if (
    !before ||
    before.width !== after.width ||
    before.height !== after.height ||
    String(before.ground) !== String(after.ground)
  )
    return 'all';
  return damageOf(before.nodes, after.nodes, identity);
}
