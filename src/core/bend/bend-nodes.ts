import { homographyOf, project } from '../geometry/homography';
import { identity, invert, type Matrix, multiply } from '../geometry/matrix';
import { type Bounds, growBounds, joinBounds, type Path, transformBounds } from '../geometry/path';
import { nodeBounds, nodesBounds } from '../scene/damage';
import { receding } from '../scene/receding';
import type { BentNode, SceneNode, ScenePaint } from '../scene/types';
import type { Unbent } from '../scene/unbent';
import { bentMesh } from './bend-mesh';
import { type Bend, bendPath } from './bend-path';
import { after, type PlaneMap } from './map';
import { unbend, unbentTwice } from './unbend';

/** From before all bends that something has gone through to before the one at hand; null where there is none to go back through. */
function backBefore({ whole }: Bend, earlier: Unbent | undefined): { unbent: Unbent; matrix: Matrix } | null {
  if (!whole) return null;
  if (!earlier) return { unbent: whole.unbent(), matrix: whole.matrix };
  // Bent before already: that lay in coordinates of its own.
  const back = invert(whole.matrix);
  return back && { unbent: unbentTwice(whole.unbent(), back, earlier), matrix: identity };
}

/** A paint that goes along with what it fills: a gradient is looked up where each place was before. */
function bentPaint(paint: ScenePaint, bend: Bend): ScenePaint {
  if (paint.kind === 'solid' || paint.fixed) return paint;
  const { homography: projected } = bend.map;
  // Lines stay lines: the gradient recedes with what it fills.
  if (projected && !paint.unbent) return receding(paint, projected);
  const back = backBefore(bend, paint.unbent);
  if (!back) return paint;
  const { unbent, matrix } = back;
  const carried = paint.homography
    ? { homography: project(homographyOf(matrix), paint.homography) }
    : { matrix: multiply(matrix, paint.matrix) };
  return { ...paint, ...carried, unbent };
}

/** Looks at bounds, a side, for how far their image reaches. */
const looks = 12;

/** What the image of some bounds reaches over, with room for what lies between the looks at it. */
function bentBounds(b: Bounds, map: PlaneMap): Bounds {
  let out: Bounds | null = null;
  for (let i = 0; i <= looks; i++)
    for (let j = 0; j <= looks; j++) {
      const p = map.at(b.x0 + ((b.x1 - b.x0) * i) / looks, b.y0 + ((b.y1 - b.y0) * j) / looks);
      out = joinBounds(out, { x0: p.x, y0: p.y, x1: p.x, y1: p.y });
    }
  return out ? growBounds(out, Math.max(out.x1 - out.x0, out.y1 - out.y0) / looks) : b;
}

/** Nodes that are drawn as they lie, and bent once they are drawn. */
function sampled(children: readonly SceneNode[], bend: Bend): BentNode {
  const { whole } = bend;
  const matrix = whole?.matrix ?? identity;
  const back = invert(matrix);
  const reach = nodesBounds(children, matrix);
  return {
    type: 'bent',
    children,
    unbent: whole?.unbent() ?? unbend(bend.map, reach ?? { x0: 0, y0: 0, x1: 1, y1: 1 }),
    frame: matrix,
    bounds:
      reach && back ? bentBounds(transformBounds(reach, back), bend.map) : { x0: 0, y0: 0, x1: 0, y1: 0 },
    carry: (path) => bendPath(path, bend),
    opacity: 1,
    blend: 'normal',
  };
}

/** How one kind of node is bent; groups give up their own coordinates. */
const benders: {
  readonly [K in SceneNode['type']]: (node: Extract<SceneNode, { type: K }>, bend: Bend) => SceneNode;
} = {
  shape: (node, bend) => ({
    ...node,
    path: bendPath(node.path, bend),
    paint: bentPaint(node.paint, bend),
  }),
  group(node, outer) {
    const { whole } = outer;
    const bend: Bend = {
      ...outer,
      map: after(outer.map, node.matrix),
      ...(whole ? { whole: { ...whole, matrix: multiply(whole.matrix, node.matrix) } } : {}),
    };
    const { clip, mask } = node;
    return {
      ...node,
      matrix: identity,
      children: bendNodes(node.children, bend),
      ...(clip ? { clip: bendPath(clip, bend) } : {}),
      ...(mask ? { mask: { ...mask, children: bendNodes(mask.children, bend) } } : {}),
    };
  },
  // What a filter makes has no outline: it is drawn as it lies, and what was drawn is bent.
  filter(node, bend) {
    const { opacity, blend } = node;
    return { ...sampled([{ ...node, opacity: 1, blend: 'normal' }], bend), opacity, blend };
  },
  bent(node, bend) {
    const back = backBefore(bend, node.unbent);
    if (!back) return node;
    const { carry } = node;
    const [before, next] = [carry ?? ((path: Path) => path), (path: Path) => bendPath(path, bend)];
    return {
      ...node,
      unbent: back.unbent,
      bounds: bentBounds(node.bounds, bend.map),
      carry: (path) => next(before(path)),
    };
  },
  mesh: (node, bend) => bentMesh(node, bend.map),
  rim: (node, bend) => ({ ...node, rim: { ...node.rim, path: bendPath(node.rim.path, bend) } }),
  // Grain lies over all that its holder clips.
  grain(node, bend) {
    const b = nodeBounds(node, identity);
    const back = b && backBefore(bend, node.unbent);
    if (!back) return node;
    return {
      ...node,
      bounds: bentBounds(b, bend.map),
      unbent: back.unbent,
      frame: multiply(back.matrix, node.frame ?? identity),
    };
  },
};

/** Nodes under a map in the coordinates of what holds them. @throws WorkFault where they come to too much. */
export const bendNodes = (nodes: readonly SceneNode[], bend: Bend): SceneNode[] =>
  nodes.map((n) => (benders[n.type] as (node: SceneNode, bend: Bend) => SceneNode)(n, bend));
