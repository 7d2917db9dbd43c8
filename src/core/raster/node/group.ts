import { type Matrix, multiply } from '../../geometry/matrix';
import { joinBounds } from '../../geometry/path';
import { nodeKind } from '../../scene/node';
import { silhouette } from '../../scene/silhouette';
import type { GroupNode, MaskBy, SceneNode, ScenePaint } from '../../scene/types';
import { joins, modeNumber, type NodeDrawer, type Target } from '../target';

/** How a mask is laid onto what it masks. */
const maskJoins: Readonly<Record<MaskBy, number>> = {
  alpha: joins.mask,
  luminance: joins.luminance,
  outside: joins.erase,
};

const white: ScenePaint = { kind: 'solid', colour: [1, 1, 1, 1] };

/** Whether any of some nodes meets what lies under it by a blend mode. */
const blends = (nodes: readonly SceneNode[]): boolean =>
  nodes.some((n) => {
    const kind = nodeKind(n);
    return n.blend !== 'normal' || (kind.blendsThrough === true && blends(kind.children?.(n) ?? []));
  });

const blending = new WeakMap<GroupNode, boolean>();

function holdsBlends(node: GroupNode): boolean {
  let found = blending.get(node);
  if (found === undefined) {
    found = blends(node.children);
    blending.set(node, found);
  }
  return found;
}

/** Draws nodes so that each takes out what earlier ones left where it lies (ISO 32000-1, 11.4.6). */
function drawKnockOut(target: Target, nodes: readonly SceneNode[], matrix: Matrix, layer: number): void {
  for (const node of nodes) {
    if (node.opacity <= 0 || target.passes(node, matrix)) continue;
    target.draw([silhouette(node)], matrix, layer + 1);
    target.kernels.joinLayers(layer + 1, layer, joins.erase, 0, 1);
    target.draw([node], matrix, layer);
  }
}

function draw(target: Target, node: GroupNode, outer: Matrix, layer: number): void {
  const { kernels } = target;
  const matrix = multiply(outer, node.matrix);
  const inLayer = node.clip || node.mask || node.knockout;
  const plain = node.opacity >= 1 && node.blend === 'normal' && !inLayer;
  if (plain && !(node.isolated && holdsBlends(node))) {
    target.draw(node.children, matrix, layer);
    return;
  }
  if (!node.isolated && node.blend === 'normal' && !inLayer && holdsBlends(node)) {
    kernels.copyLayer(layer, layer + 1);
    target.draw(node.children, matrix, layer + 1);
    kernels.joinLayers(layer + 1, layer, joins.mix, 0, node.opacity);
    return;
  }
  if (node.knockout) drawKnockOut(target, node.children, matrix, layer + 1);
  else target.draw(node.children, matrix, layer + 1);
  if (node.mask) {
    target.draw(node.mask.children, matrix, layer + 2);
    kernels.joinLayers(layer + 2, layer + 1, maskJoins[node.mask.by], 0, 1);
  }
  if (node.clip) {
    target.fill(node.clip, white, 1, 'normal', matrix, layer + 2);
    kernels.joinLayers(layer + 2, layer + 1, joins.mask, 0, 1);
  }
  kernels.joinLayers(layer + 1, layer, joins.composite, modeNumber(node.blend), node.opacity);
}

export const groupDrawer: NodeDrawer<GroupNode> = {
  bounds(target, node, matrix) {
    const inner = multiply(matrix, node.matrix);
    return node.children.map((c) => target.boundsOf(c, inner)).reduce(joinBounds, null);
  },
  draw,
};
