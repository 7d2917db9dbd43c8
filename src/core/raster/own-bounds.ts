import type { Bounds } from '../geometry/path';
import { nodeKind } from '../scene/node';
import type { SceneNode } from '../scene/types';

/** Nodes from which on a list is long. */
const long = 256;

/** What nodes span in the coordinates of what holds them, remembered. */
export class OwnBounds {
  private readonly known = new WeakMap<SceneNode, Bounds | null | undefined>();
  private readonly boxes = new WeakMap<readonly SceneNode[], Float64Array>();
  /** The last long list: in a drag the next one differs from it in a few places. */
  private last: { readonly nodes: readonly SceneNode[]; readonly boxes: Float64Array } | null = null;

  /** Bounds of what a node paints; null for nothing, undefined where shadows fall, which no matrix turns. */
  of(node: SceneNode): Bounds | null | undefined {
    if (this.known.has(node)) return this.known.get(node);
    const bounds = nodeKind(node).ownBounds(node, (n) => this.of(n));
    this.known.set(node, bounds);
    return bounds;
  }

  /** Bounds of many nodes, x0, y0, x1, y1 each; what cannot be told reaches everywhere. */
  boxesOf(nodes: readonly SceneNode[]): Float64Array {
    let boxes = this.boxes.get(nodes);
    if (!boxes) {
      boxes = new Float64Array(4 * nodes.length);
      const before = this.last?.nodes.length === nodes.length ? this.last : null;
      if (before) boxes.set(before.boxes);
      for (let i = 0; i < nodes.length; i++) {
        if (before && before.nodes[i] === nodes[i]) continue;
        const b = this.of(nodes[i]);
        const far = b === undefined ? Number.POSITIVE_INFINITY : Number.NEGATIVE_INFINITY;
        boxes[4 * i] = b?.x0 ?? -far;
        boxes[4 * i + 1] = b?.y0 ?? -far;
        boxes[4 * i + 2] = b?.x1 ?? far;
        boxes[4 * i + 3] = b?.y1 ?? far;
      }
      this.boxes.set(nodes, boxes);
      if (nodes.length >= long) this.last = { nodes, boxes };
    }
    return boxes;
  }
}
