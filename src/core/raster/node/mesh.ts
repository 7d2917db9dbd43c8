import type { Matrix } from '../../geometry/matrix';
import { nodeBounds } from '../../scene/damage';
import type { MeshNode } from '../../scene/types';
import { joins, modeNumber, type NodeDrawer, type Target } from '../target';

/** Side of a mesh's cells in pixels: colour and shape are even within one, to the eye and the byte. */
const cell = 8;
const mostCells = 1024;

/** Cells a patch is drawn with in each direction: the same for all of a mesh, so that edges meet. */
function cellsOf(points: Float64Array, [a, b, c, d]: Matrix): number {
  let most = 0;
  for (let at = 0; at < points.length; at += 32) {
    const step = (i: number, j: number) => {
      const [dx, dy] = [points[at + j] - points[at + i], points[at + j + 1] - points[at + i + 1]];
      return Math.hypot(a * dx + c * dy, b * dx + d * dy);
    };
    for (let k = 0; k < 4; k++) {
      const [along, across] = [8 * k, 2 * k];
      most = Math.max(
        most,
        step(along, along + 2) + step(along + 2, along + 4) + step(along + 4, along + 6),
        step(across, across + 8) + step(across + 8, across + 16) + step(across + 16, across + 24),
      );
    }
  }
  return Math.min(mostCells, Math.max(2, Math.ceil(most / cell)));
}

/** Draws a mesh onto a layer of the tile at hand. */
function draw(target: Target, node: MeshNode, matrix: Matrix, layer: number): void {
  const { kernels, area } = target;
  const [a, b, c, d, e, f] = matrix;
  const n = cellsOf(node.points, matrix);
  const at = target.planeAddress(0);
  const points = new Float64Array(kernels.memory.buffer, at, 32);
  const net = new Float32Array(kernels.memory.buffer, at + 256, 64);
  for (let k = 0; 32 * k < node.points.length; k++) {
    let [x0, y0, x1, y1] = [
      Number.POSITIVE_INFINITY,
      Number.POSITIVE_INFINITY,
      Number.NEGATIVE_INFINITY,
      Number.NEGATIVE_INFINITY,
    ];
    for (let i = 0; i < 32; i += 2) {
      const [px, py] = [node.points[32 * k + i], node.points[32 * k + i + 1]];
      const x = a * px + c * py + e;
      const y = b * px + d * py + f;
      points[i] = x;
      points[i + 1] = y;
      if (x < x0) x0 = x;
      if (x > x1) x1 = x;
      if (y < y0) y0 = y;
      if (y > y1) y1 = y;
    }
    if (x1 < area.x0 || y1 < area.y0 || x0 > area.x1 || y0 > area.y1) continue;
    net.set(node.colours.subarray(64 * k, 64 * k + 64));
    kernels.meshPatch(layer + 1, at, n);
  }
  kernels.joinLayers(layer + 1, layer, joins.composite, modeNumber(node.blend), node.opacity);
}

export const meshDrawer: NodeDrawer<MeshNode> = {
  bounds: (_, node, matrix) => nodeBounds(node, matrix),
  draw,
  inPlanes: true,
};
