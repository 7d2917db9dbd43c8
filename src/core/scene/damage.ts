import { identity, type Matrix, multiply } from '../geometry/matrix';
import {
  type Bounds,
  growBounds,
  joinBounds,
  type Path,
  pathBounds,
  transformBounds,
} from '../geometry/path';
import type { MeshNode, Scene, SceneNode } from './types';

const boundsCache = new WeakMap<Path, Bounds | null>();

function boundsOf(path: Path): Bounds | null {
  let b = boundsCache.get(path);
  if (b === undefined) {
    b = pathBounds(path);
    boundsCache.set(path, b);
  }
  return b;
}

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
    const b = boundsOf(node.path);
    return b && transformBounds(b, matrix);
  }
  if (node.type === 'mesh') return meshBounds(node, matrix);
  if (node.type === 'grain') return transformBounds(node.bounds, matrix);
  const inner = node.type === 'group' ? multiply(matrix, node.matrix) : matrix;
  if (node.type === 'group' && node.clip) {
    const clip = boundsOf(node.clip);
    return clip && transformBounds(clip, inner);
  }
  const all = node.children.map((c) => nodeBounds(c, inner)).reduce(joinBounds, null);
  if (!all || node.type === 'group') return all;
  const grown = growBounds(all, 4 * node.sigma + 1);
  return { x0: grown.x0 + node.dx, y0: grown.y0 + node.dy, x1: grown.x1 + node.dx, y1: grown.y1 + node.dy };
}

function damageOf(before: readonly SceneNode[], after: readonly SceneNode[], matrix: Matrix): Bounds | null {
  if (before === after) return null;
  let damage: Bounds | null = null;
  const add = (n: SceneNode | undefined) => {
    if (n) damage = joinBounds(damage, nodeBounds(n, matrix));
  };
  if (before.length !== after.length) {
    // Nodes that merely moved along the list keep their identity; those in order are passed over.
    let head = 0;
    while (head < before.length && head < after.length && before[head] === after[head]) head++;
    let tail = 0;
    while (
      tail < before.length - head &&
      tail < after.length - head &&
      before[before.length - 1 - tail] === after[after.length - 1 - tail]
    )
      tail++;
    for (const n of before.slice(head, before.length - tail)) add(n);
    for (const n of after.slice(head, after.length - tail)) add(n);
    return damage;
  }
  for (let i = 0; i < before.length; i++) {
    const [a, b] = [before[i], after[i]];
    if (a === b) continue;
    const sameFrame =
      a.type === 'group' &&
      b.type === 'group' &&
      a.opacity === b.opacity &&
      a.blend === b.blend &&
      a.clip === b.clip &&
      a.mask === b.mask &&
      a.knockout === b.knockout &&
      a.matrix.every((v, k) => v === b.matrix[k]);
    if (sameFrame) damage = joinBounds(damage, damageOf(a.children, b.children, multiply(matrix, a.matrix)));
    else {
      add(a);
      add(b);
    }
  }
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
