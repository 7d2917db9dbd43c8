import type { Matrix } from '../geometry/matrix';
import type { MeshNode } from '../scene/types';
import { patchColours } from './colours';
import { knotAt, type Mesh, meshEdge, patchAt } from './grid';
import type { Knot, Pair } from './patch';

const length = ([x, y]: Pair) => Math.hypot(x, y) || 1;

/** A direction out of the mesh at a node of its edge, of length 1: away from what lies inside. */
function outward(k: Knot, inside: readonly Pair[]): Pair {
  let [x, y] = [0, 0];
  for (const d of inside) {
    x -= d[0] / length(d);
    y -= d[1] / length(d);
  }
  const l = Math.hypot(x, y);
  return l > 1e-6 ? [x / l, y / l] : [-k.down[0], -k.down[1]];
}

/** Patches round the outside that carry the edge's colours outward, so that a fitted mesh leaves nothing bare. */
function apron(mesh: Mesh, colours: Float32Array, width: number): { points: number[]; colours: number[] } {
  const { rows, columns } = mesh;
  const points: number[] = [];
  const net: number[] = [];
  const edge = meshEdge(mesh);
  const out = edge.map(({ from: [r, c] }) => {
    const k = knotAt(mesh, r, c);
    const inside: Pair[] = [];
    if (r === 0) inside.push(k.down);
    if (r === rows) inside.push(k.up);
    if (c === 0) inside.push(k.right);
    if (c === columns) inside.push(k.left);
    const [x, y] = outward(k, inside);
    return [x * width, y * width] as Pair;
  });
  edge.forEach(({ from: [r, c], to: [nr, nc], curve }, i) => {
    const [p, q] = [out[i], out[(i + 1) % edge.length]];
    // The patch inside this stretch of the edge, and the line of its net that lies on the edge.
    const row = Math.min(r, nr, rows - 1);
    const column = Math.min(c, nc, columns - 1);
    const base = 64 * (row * columns + column);
    const entry = (t: number) => {
      if (nr === r) return 4 * (4 * (nc > c ? t : 3 - t) + (r === 0 ? 0 : 3));
      return 4 * (4 * (c === 0 ? 0 : 3) + (nr > r ? t : 3 - t));
    };
    for (let t = 0; t < 4; t++) {
      const away: Pair = [p[0] + ((q[0] - p[0]) * t) / 3, p[1] + ((q[1] - p[1]) * t) / 3];
      for (let j = 0; j < 4; j++) {
        points.push(curve[2 * t] + (away[0] * j) / 3, curve[2 * t + 1] + (away[1] * j) / 3);
        for (let k = 0; k < 4; k++) net.push(colours[base + entry(t) + k]);
      }
    }
  });
  return { points, colours: net };
}

const surface = (points: Float64Array, colours: Float32Array): MeshNode => ({
  type: 'mesh',
  points,
  colours,
  opacity: 1,
  blend: 'normal',
});

/**
 * A mesh as the raster draws it, in the coordinates its nodes are in; about one that is fitted to an
 * outline lies what carries its edge outward.
 */
export function meshNodes(mesh: Mesh, smooth: boolean, fitted: boolean): MeshNode[] {
  const { rows, columns } = mesh;
  const own = patchColours(mesh, smooth);
  const points = new Float64Array(32 * rows * columns);
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < columns; c++) points.set(patchAt(mesh, r, c), 32 * (r * columns + c));
  const inner = surface(points, own);
  if (!fitted) return [inner];
  const xs = mesh.nodes.map((n) => n.x);
  const ys = mesh.nodes.map((n) => n.y);
  const size = Math.hypot(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys));
  // Drawn first: the mesh itself lies over it.
  const around = apron(mesh, own, 0.25 * size);
  return [surface(Float64Array.from(around.points), Float32Array.from(around.colours)), inner];
}

/** A mesh under a matrix: places and handles turn and scale along. */
export function transformMesh<M extends Mesh>(mesh: M, [a, b, c, d, e, f]: Matrix): M {
  const turn = ([x, y]: Pair): Pair => [a * x + c * y, b * x + d * y];
  return {
    ...mesh,
    nodes: mesh.nodes.map((n) => ({
      ...n,
      x: a * n.x + c * n.y + e,
      y: b * n.x + d * n.y + f,
      left: turn(n.left),
      right: turn(n.right),
      up: turn(n.up),
      down: turn(n.down),
    })),
  };
}
