import { invert, type Matrix, multiply, scaling } from '../geometry/matrix';
import type { GrainNode, MeshNode } from '../scene/types';
import { joins, modeNumber, type Target } from './target';

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
export function drawMesh(target: Target, node: MeshNode, matrix: Matrix, layer: number): void {
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

/** Most places a pixel takes grains from, in each direction. */
const mostPlaces = 8;

/** Draws noise onto a layer of the tile at hand; its holder clips it. */
export function drawGrain(target: Target, node: GrainNode, matrix: Matrix, layer: number): void {
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
