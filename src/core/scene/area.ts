import { combine } from '../arrange/combine';
import { identity, type Matrix } from '../geometry/matrix';
import { emptyPath, type Path } from '../geometry/path';
import { nodeKind } from './node';
import type { SceneNode } from './types';

function areasOf(nodes: readonly SceneNode[], matrix: Matrix): Path[] {
  return nodes.flatMap((node) => {
    const kind = nodeKind(node);
    if (kind.lies?.(node) === false) return [];
    return kind.areas?.(node, matrix, areasOf) ?? areasOf(kind.children?.(node) ?? [], matrix);
  });
}

const known = new WeakMap<readonly SceneNode[], Path>();

/** What nodes cover, as one filled path: shadows and what has no outline cover nothing. */
export function areaOfNodes(nodes: readonly SceneNode[]): Path {
  const made = known.get(nodes) ?? unitedAreas(nodes);
  known.set(nodes, made);
  return made;
}

function unitedAreas(nodes: readonly SceneNode[]): Path {
  const areas = areasOf(nodes, identity);
  return areas.length ? combine('union', areas) : emptyPath;
}
