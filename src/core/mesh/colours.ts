import { parseHex } from '../colour/colour';
import type { Mesh } from './grid';

/** A slope that lets no colour overshoot: none at a turn, else at most three times the flatter side (Fritsch and Carlson 1980). */
function limited(before: number, after: number): number {
  if (before * after <= 0) return 0;
  const mean = (before + after) / 2;
  return Math.sign(mean) * Math.min(Math.abs(mean), 3 * Math.min(Math.abs(before), Math.abs(after)));
}

/** Premultiplied channels of all nodes, four numbers each. */
function channelsOf({ nodes }: Mesh): Float64Array {
  const out = new Float64Array(4 * nodes.length);
  nodes.forEach(({ colour }, i) => {
    const [r, g, b, a] = parseHex(colour);
    out.set([r * a, g * a, b * a, a], 4 * i);
  });
  return out;
}

/**
 * How each channel changes at each node along its row or its column, `step` nodes apart, where
 * patches share their slopes.
 */
function slopes(c: Float64Array, count: number, step: number, placeOf: (i: number) => number, most: number) {
  const out = new Float64Array(4 * count);
  for (let i = 0; i < count; i++) {
    const at = placeOf(i);
    for (let k = 0; k < 4; k++) {
      const own = c[4 * i + k];
      const before = at > 0 ? own - c[4 * (i - step) + k] : null;
      const after = at < most ? c[4 * (i + step) + k] - own : null;
      out[4 * i + k] = before === null ? (after ?? 0) : after === null ? before : limited(before, after);
    }
  }
  return out;
}

/** Twist of each patch: how the change along its top differs from that along its foot. */
function twistsOf(c: Float64Array, { rows, columns }: Mesh): Float64Array {
  const out = new Float64Array(4 * rows * columns);
  const wide = columns + 1;
  for (let r = 0; r < rows; r++)
    for (let q = 0; q < columns; q++) {
      const i = r * wide + q;
      for (let k = 0; k < 4; k++)
        out[4 * (r * columns + q) + k] =
          c[4 * (i + wide + 1) + k] - c[4 * (i + wide) + k] - c[4 * (i + 1) + k] + c[4 * i + k];
    }
  return out;
}

/** The mean twist of the patches about each node. */
function nodeTwists(twists: Float64Array, { rows, columns }: Mesh): Float64Array {
  const out = new Float64Array(4 * (rows + 1) * (columns + 1));
  for (let r = 0; r <= rows; r++)
    for (let q = 0; q <= columns; q++) {
      let count = 0;
      const at = 4 * (r * (columns + 1) + q);
      for (const [y, x] of [
        [r - 1, q - 1],
        [r - 1, q],
        [r, q - 1],
        [r, q],
      ]) {
        if (y < 0 || x < 0 || y >= rows || x >= columns) continue;
        count++;
        for (let k = 0; k < 4; k++) out[at + k] += twists[4 * (y * columns + x) + k];
      }
      for (let k = 0; k < 4; k++) out[at + k] /= count;
    }
  return out;
}

let last: {
  key: readonly string[];
  rows: number;
  columns: number;
  smooth: boolean;
  net: Float32Array;
} | null = null;

/**
 * Colours of all patches, row by row: for each a 4 × 4 control net of premultiplied RGBA, the entry
 * i along its width and j along its height at 4 · (4 i + j). Mixed bilinearly, as ISO 32000 has it,
 * or, where `smooth`, with slopes that patches share, so that no edge between them shows. A mesh
 * whose nodes only move keeps its colours.
 */
export function patchColours(mesh: Mesh, smooth: boolean): Float32Array {
  const { rows, columns, nodes } = mesh;
  if (
    last?.rows === rows &&
    last.columns === columns &&
    last.smooth === smooth &&
    last.key.length === nodes.length &&
    last.key.every((c, i) => c === nodes[i].colour)
  )
    return last.net;
  const net = makeNet(mesh, smooth);
  last = { key: nodes.map((n) => n.colour), rows, columns, smooth, net };
  return net;
}

function makeNet(mesh: Mesh, smooth: boolean): Float32Array {
  const { rows, columns } = mesh;
  const wide = columns + 1;
  const count = mesh.nodes.length;
  const c = channelsOf(mesh);
  const twists = twistsOf(c, mesh);
  const shared = smooth
    ? {
        u: slopes(c, count, 1, (i) => i % wide, columns),
        v: slopes(c, count, wide, (i) => Math.floor(i / wide), rows),
        uv: nodeTwists(twists, mesh),
      }
    : null;
  const out = new Float32Array(64 * rows * columns);
  for (let r = 0; r < rows; r++)
    for (let q = 0; q < columns; q++) {
      const patch = r * columns + q;
      for (let di = 0; di < 2; di++)
        for (let dj = 0; dj < 2; dj++) {
          const node = (r + dj) * wide + q + di;
          // The edges of this patch that meet at the corner.
          const [left, top] = [(r + dj) * wide + q, r * wide + q + di];
          const [su, sv] = [di ? -1 : 1, dj ? -1 : 1];
          for (let k = 0; k < 4; k++) {
            const own = c[4 * node + k];
            const du = shared ? shared.u[4 * node + k] : c[4 * (left + 1) + k] - c[4 * left + k];
            const dv = shared ? shared.v[4 * node + k] : c[4 * (top + wide) + k] - c[4 * top + k];
            const duv = shared ? shared.uv[4 * node + k] : twists[4 * patch + k];
            // The Bézier net of a Hermite patch: a third of each slope to the inside.
            for (let ku = 0; ku < 2; ku++)
              for (let kv = 0; kv < 2; kv++) {
                const i = di ? 3 - ku : ku;
                const j = dj ? 3 - kv : kv;
                out[64 * patch + 4 * (4 * i + j) + k] =
                  own + (ku * su * du) / 3 + (kv * sv * dv) / 3 + (ku * kv * su * sv * duv) / 9;
              }
          }
        }
    }
  return out;
}
