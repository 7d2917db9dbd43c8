import type { Point } from '../geometry/vector';
import { type Mesh, patchAt } from './grid';
import { type PatchPoints, patchPoint } from './patch';

/** Where on a mesh a point lies. */
export interface MeshPlace {
  readonly row: number;
  readonly column: number;
  /** Along the patch's width and height, 0–1. */
  readonly u: number;
  readonly v: number;
}

const clamp = (t: number) => Math.min(1, Math.max(0, t));

/** The place of a patch nearest to a point: from the nearest of a lattice on by Newton's method. */
function nearest(patch: PatchPoints, p: Point): { u: number; v: number; distance: number } {
  const n = 8;
  let [u, v, least] = [0, 0, Number.POSITIVE_INFINITY];
  for (let i = 0; i <= n; i++)
    for (let j = 0; j <= n; j++) {
      const [x, y] = patchPoint(patch, i / n, j / n);
      const d = Math.hypot(x - p.x, y - p.y);
      if (d < least) [u, v, least] = [i / n, j / n, d];
    }
  const e = 1e-4;
  for (let k = 0; k < 12; k++) {
    const [x, y] = patchPoint(patch, u, v);
    const [ux, uy] = patchPoint(patch, u + e, v);
    const [vx, vy] = patchPoint(patch, u, v + e);
    const [a, b, c, d] = [(ux - x) / e, (uy - y) / e, (vx - x) / e, (vy - y) / e];
    const det = a * d - b * c;
    if (Math.abs(det) < 1e-12) break;
    const [dx, dy] = [p.x - x, p.y - y];
    u = clamp(u + (dx * d - dy * c) / det);
    v = clamp(v + (dy * a - dx * b) / det);
  }
  const [x, y] = patchPoint(patch, u, v);
  return { u, v, distance: Math.hypot(x - p.x, y - p.y) };
}

/** The place of a mesh nearest to a point in its own coordinates; null where it lies far off. */
export function locate(mesh: Mesh, p: Point): MeshPlace | null {
  let best: (MeshPlace & { distance: number }) | null = null;
  for (let row = 0; row < mesh.rows; row++)
    for (let column = 0; column < mesh.columns; column++) {
      const hit = nearest(patchAt(mesh, row, column), p);
      if (!best || hit.distance < best.distance) best = { row, column, ...hit };
    }
  if (!best) return null;
  const xs = mesh.nodes.map((n) => n.x);
  const ys = mesh.nodes.map((n) => n.y);
  const size = Math.hypot(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys));
  const { distance, ...place } = best;
  return distance < 0.05 * size ? place : null;
}
