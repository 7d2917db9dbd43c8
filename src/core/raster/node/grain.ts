import { invert, type Matrix, multiply, scaling } from '../../geometry/matrix';
import { nodeBounds } from '../../scene/damage';
import type { GrainNode } from '../../scene/types';
import { joins, modeNumber, type NodeDrawer, type Target } from '../target';

/** Most places a pixel takes grains from, in each direction. */
const mostPlaces = 8;

/** Draws noise onto a layer of the tile at hand; its holder clips it. */
function draw(target: Target, node: GrainNode, matrix: Matrix, layer: number): void {
  const { kernels } = target;
  const back = invert(multiply(matrix, scaling(node.size)));
  if (!back) return;
  const [a, b, c, d, e, f] = back;
  // Grains a pixel spans; where they are larger than pixels, four places soften their edges.
  const span = Math.max(Math.hypot(a, b), Math.hypot(c, d));
  const places = Math.min(mostPlaces, Math.max(2, 2 * Math.ceil(span)));
  const [red, green, blue, alpha] = node.ink ?? [0, 0, 0, 1];
  kernels.grain(
    layer + 1,
    a,
    b,
    c,
    d,
    e,
    f,
    places,
    node.amount * alpha,
    node.seed,
    node.ink ? 1 : 0,
    red,
    green,
    blue,
  );
  kernels.joinLayers(layer + 1, layer, joins.composite, modeNumber(node.blend), node.opacity);
}

export const grainDrawer: NodeDrawer<GrainNode> = {
  bounds: (_, node, matrix) => nodeBounds(node, matrix),
  draw,
};
