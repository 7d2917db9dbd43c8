import { identity, type Matrix } from '../geometry/matrix';
import { nodeKind } from './node';
import type { PaintedLayer } from './node/definition';
import type { SceneNode } from './types';

function layersUnder(nodes: readonly SceneNode[], matrix: Matrix, opacity: number): PaintedLayer[] {
  return nodes.flatMap((node) => {
    const kind = nodeKind(node);
    if (kind.lies?.(node) === false) return [];
    return kind.layers?.(node, matrix, opacity, layersUnder) ?? [];
  });
}

/** What nodes are painted of, outline by outline from the lowest up; light and shade and what has no edges left out. */
export const layersOf = (nodes: readonly SceneNode[]): PaintedLayer[] => layersUnder(nodes, identity, 1);
