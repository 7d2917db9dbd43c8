import { identity, invert, type Matrix, multiply, scaling } from '../../geometry/matrix';
import { nodeBounds } from '../../scene/damage';
import type { GrainNode } from '../../scene/types';
import type { Unbent } from '../../scene/unbent';
import { joins, modeNumber, type NodeDrawer, type Target } from '../target';

/** Most places a pixel takes grains from, in each direction. */
const mostPlaces = 8;

/** Grains that a pixel spans at most, by how the cells of what was bent lie: their slopes in their middles. */
function bentSpan({ width, height, coefficients }: Unbent, matrix: Matrix, [a, b, c, d]: Matrix): number {
  const back = invert(matrix);
  if (!back) return 1;
  const pixel = Math.max(Math.hypot(back[0], back[1]), Math.hypot(back[2], back[3]));
  let most = 0;
  for (let k = 0; k < coefficients.length; k += 32)
    for (const [at, size] of [
      [k + 4, width],
      [k + 1, height],
    ]) {
      const [x, y] = [coefficients[at] / size, coefficients[at + 16] / size];
      most = Math.max(most, Math.hypot(a * x + c * y, b * x + d * y));
    }
  return most * pixel;
}

/** Draws noise onto a layer of the tile at hand; its holder clips it. */
function draw(target: Target, node: GrainNode, matrix: Matrix, layer: number): void {
  const { kernels } = target;
  const { unbent, frame = identity } = node;
  const grains = multiply(frame, scaling(node.size));
  const back = invert(unbent ? grains : multiply(matrix, grains));
  if (!back) return;
  if (unbent) target.setUnbent(unbent, matrix);
  else kernels.straighten();
  const [a, b, c, d, e, f] = back;
  // Grains a pixel spans; where they are larger than pixels, four places soften their edges.
  const span = unbent ? bentSpan(unbent, matrix, back) : Math.max(Math.hypot(a, b), Math.hypot(c, d));
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
