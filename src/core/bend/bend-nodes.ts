import { identity, multiply } from '../geometry/matrix';
import { type Bounds, pathBounds, transformBounds } from '../geometry/path';
import { nodeBounds } from '../scene/damage';
import type { SceneNode, ScenePaint } from '../scene/types';
import { bendPath } from './bend-path';
import { after, type PlaneMap, straightAt } from './map';

const middle = (b: Bounds) => ({ x: (b.x0 + b.x1) / 2, y: (b.y0 + b.y1) / 2 });

/** A paint that goes along with what it fills as far as it can while it stays straight: as the map is at its middle. */
function bentPaint(paint: ScenePaint, bounds: Bounds | null, map: PlaneMap): ScenePaint {
  if (paint.kind === 'solid' || paint.fixed || !bounds) return paint;
  return { ...paint, matrix: multiply(straightAt(map, middle(bounds)), paint.matrix) };
}

/** How one kind of node is bent; groups give up their own coordinates. */
const benders: {
  readonly [K in SceneNode['type']]: (
    node: Extract<SceneNode, { type: K }>,
    map: PlaneMap,
    tolerance: number,
  ) => SceneNode;
} = {
  shape: (node, map, tolerance) => ({
    ...node,
    path: bendPath(node.path, map, tolerance),
    paint: bentPaint(node.paint, pathBounds(node.path), map),
  }),
  group(node, outer, tolerance) {
    const map = after(outer, node.matrix);
    const { clip, mask } = node;
    return {
      ...node,
      matrix: identity,
      children: bendNodes(node.children, map, tolerance),
      ...(clip ? { clip: bendPath(clip, map, tolerance) } : {}),
      ...(mask ? { mask: { ...mask, children: bendNodes(mask.children, map, tolerance) } } : {}),
    };
  },
  filter: (node, map, tolerance) => ({ ...node, children: bendNodes(node.children, map, tolerance) }),
  // Control points carry the surface along.
  mesh(node, map) {
    const points = new Float64Array(node.points.length);
    for (let i = 0; i < points.length; i += 2) {
      const p = map.at(node.points[i], node.points[i + 1]);
      points[i] = p.x;
      points[i + 1] = p.y;
    }
    return { ...node, points };
  },
  // Grain lies over all that its holder clips.
  grain(node, map) {
    const b = nodeBounds(node, identity);
    return b ? { ...node, bounds: transformBounds(b, straightAt(map, middle(b))) } : node;
  },
};

/** Nodes under a map in the coordinates of what holds them. */
export const bendNodes = (nodes: readonly SceneNode[], map: PlaneMap, tolerance: number): SceneNode[] =>
  nodes.map((n) => {
    const bend = benders[n.type] as (node: SceneNode, map: PlaneMap, tolerance: number) => SceneNode;
    return bend(n, map, tolerance);
  });
