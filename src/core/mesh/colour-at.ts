import { formatHex } from '../colour/colour';
import type { Point } from '../geometry/vector';
import { patchColours } from './colours';
import type { Mesh } from './grid';
import { locate } from './locate';
import { weights } from './patch';

/** The colour of a mesh at a place of its own coordinates, as hex; far off it, that of its first node. */
export function meshColour(mesh: Mesh & { readonly smooth: boolean }, p: Point): string {
  const at = locate(mesh, p);
  if (!at) return mesh.nodes[0].colour;
  const [r, g, b, a] = netColour(
    patchColours(mesh, mesh.smooth).subarray(64 * (at.row * mesh.columns + at.column)),
    at.u,
    at.v,
  );
  return formatHex(a > 0 ? [r / a, g / a, b / a, a] : [0, 0, 0, 0]);
}

/** The premultiplied colour of a patch's net at (u, v), 0–1 each. */
export function netColour(net: Float32Array, u: number, v: number): [number, number, number, number] {
  const [along, down] = [weights(u), weights(v)];
  const out: [number, number, number, number] = [0, 0, 0, 0];
  for (let i = 0; i < 4; i++)
    for (let j = 0; j < 4; j++)
      for (let k = 0; k < 4; k++) out[k] += along[i] * down[j] * net[4 * (4 * i + j) + k];
  return out;
}
