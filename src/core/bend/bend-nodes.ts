import { homographyOf } from '../geometry/homography';
import { identity, multiply } from '../geometry/matrix';
import { type Bounds, boundsMiddle, pathBounds, transformBounds } from '../geometry/path';
import { nodeBounds, nodesBounds } from '../scene/damage';
import { receding } from '../scene/receding';
import type { SceneNode, ScenePaint } from '../scene/types';
import { bendFilter } from './bend-filter';
import { type Bend, bendPath } from './bend-path';
import { after, type PlaneMap, straightAt } from './map';

/** A paint that goes along with what it fills: exactly where lines stay lines, else straight as the map is at its middle. */
function bentPaint(paint: ScenePaint, bounds: Bounds | null, map: PlaneMap): ScenePaint {
  if (paint.kind === 'solid' || paint.fixed || !bounds) return paint;
  // Lines stay lines: the gradient recedes with what it fills.
  if (map.homography) return receding(paint, map.homography);
  const straight = straightAt(map, boundsMiddle(bounds));
  return paint.homography
    ? receding(paint, homographyOf(straight))
    : { ...paint, matrix: multiply(straight, paint.matrix) };
}

/** How one kind of node is bent; groups give up their own coordinates. */
const benders: {
  readonly [K in SceneNode['type']]: (node: Extract<SceneNode, { type: K }>, bend: Bend) => SceneNode;
} = {
  shape: (node, bend) => ({
    ...node,
    path: bendPath(node.path, bend),
    paint: bentPaint(node.paint, pathBounds(node.path), bend.map),
  }),
  group(node, outer) {
    const bend = { ...outer, map: after(outer.map, node.matrix) };
    const { clip, mask } = node;
    return {
      ...node,
      matrix: identity,
      children: bendNodes(node.children, bend),
      ...(clip ? { clip: bendPath(clip, bend) } : {}),
      ...(mask ? { mask: { ...mask, children: bendNodes(mask.children, bend) } } : {}),
    };
  },
  filter: (node, bend) => ({
    ...node,
    filter: bendFilter(node.filter, bend, nodesBounds(node.children)),
    children: bendNodes(node.children, bend),
  }),
  // Control points carry the surface along.
  mesh(node, { map }) {
    const points = new Float64Array(node.points.length);
    for (let i = 0; i < points.length; i += 2) {
      const p = map.at(node.points[i], node.points[i + 1]);
      points[i] = p.x;
      points[i + 1] = p.y;
    }
    return { ...node, points };
  },
  rim: (node, bend) => ({ ...node, rim: { ...node.rim, path: bendPath(node.rim.path, bend) } }),
  // Grain lies over all that its holder clips.
  grain(node, { map }) {
    const b = nodeBounds(node, identity);
    return b ? { ...node, bounds: transformBounds(b, straightAt(map, boundsMiddle(b))) } : node;
  },
};

/** Nodes under a map in the coordinates of what holds them. @throws WorkFault where they come to too much. */
export const bendNodes = (nodes: readonly SceneNode[], bend: Bend): SceneNode[] =>
  nodes.map((n) => (benders[n.type] as (node: SceneNode, bend: Bend) => SceneNode)(n, bend));
