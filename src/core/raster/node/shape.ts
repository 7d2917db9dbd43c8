import type { ShapeNode } from '../../scene/types';
import { edgesOf } from '../edges';
import type { NodeDrawer } from '../target';

export const shapeDrawer: NodeDrawer<ShapeNode> = {
  bounds: (_, node, matrix) => edgesOf(node.path, matrix).bounds,
  draw: (target, node, matrix, layer) =>
    target.fill(node.path, node.paint, node.opacity, node.blend, matrix, layer),
};
