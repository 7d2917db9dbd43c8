import { identity, type Matrix, multiply } from '../geometry/matrix';
import { type Bounds, joinBounds, transformBounds } from '../geometry/path';
import { nodeKind } from './node';
import type { Scene, SceneNode } from './types';

/** Bounds of all a node paints, shadows included, under a matrix; null where it paints nothing. */
export const nodeBounds = (node: SceneNode, matrix: Matrix): Bounds | null =>
  nodeKind(node).bounds(node, matrix, nodeBounds);

/** Bounds of all that nodes paint under a matrix; null where they paint nothing. */
export const nodesBounds = (nodes: readonly SceneNode[], matrix: Matrix = identity): Bounds | null =>
  nodes.map((n) => nodeBounds(n, matrix)).reduce(joinBounds, null);

/** Whether two nodes paint the same: one object, or alike in all that their kind looks at. */
const same = (a: SceneNode, b: SceneNode): boolean =>
  a === b || (a.type === b.type && nodeKind(a).same?.(a, b) === true);

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
    const difference = a.type === b.type ? nodeKind(a).difference?.(a, b) : null;
    if (!difference) {
      add(a);
      add(b);
    } else if ('within' in difference)
      damage = joinBounds(damage, difference.within && transformBounds(difference.within, matrix));
    else
      damage = joinBounds(
        damage,
        damageOf(difference.before, difference.after, multiply(matrix, difference.matrix)),
      );
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
