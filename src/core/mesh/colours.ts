import { parseHex } from '../colour/colour';
import { knotAt, type Mesh } from './grid';

type Four = readonly [number, number, number, number];

const premultiplied = (hex: string): Four => {
  const [r, g, b, a] = parseHex(hex);
  return [r * a, g * a, b * a, a];
};

const each = (make: (i: 0 | 1 | 2 | 3) => number): Four => [make(0), make(1), make(2), make(3)];

/** A slope that lets no colour overshoot: none at a turn, else at most three times the flatter side (Fritsch and Carlson 1980). */
function limited(before: number, after: number): number {
  if (before * after <= 0) return 0;
  const mean = (before + after) / 2;
  return Math.sign(mean) * Math.min(Math.abs(mean), 3 * Math.min(Math.abs(before), Math.abs(after)));
}

/** How a colour changes at a node across one patch, along a line of nodes. */
function slope(before: Four | null, at: Four, after: Four | null): Four {
  return each((i) => {
    if (!before) return after ? after[i] - at[i] : 0;
    if (!after) return at[i] - before[i];
    return limited(at[i] - before[i], after[i] - at[i]);
  });
}

/**
 * Colours of all patches, row by row: for each a 4 × 4 control net of premultiplied RGBA, the entry
 * i along its width and j along its height at 4 · (4 i + j). Mixed bilinearly, as ISO 32000 has it,
 * or, where `smooth`, with slopes that patches share, so that no edge between them shows.
 */
export function patchColours(mesh: Mesh, smooth: boolean): Float32Array {
  const { rows, columns } = mesh;
  const out = new Float32Array(64 * rows * columns);
  const colour = Array.from({ length: rows + 1 }, (_, r) =>
    Array.from({ length: columns + 1 }, (_, c) => premultiplied(knotAt(mesh, r, c).colour)),
  );
  const get = (r: number, c: number): Four | null => colour[r]?.[c] ?? null;
  const twist = (r: number, c: number): Four =>
    each((i) => colour[r + 1][c + 1][i] - colour[r + 1][c][i] - colour[r][c + 1][i] + colour[r][c][i]);
  /** The mean twist of the patches about a node. */
  const twistAt = (r: number, c: number): Four => {
    const about = [
      [r - 1, c - 1],
      [r - 1, c],
      [r, c - 1],
      [r, c],
    ].filter(([p, q]) => p >= 0 && q >= 0 && p < rows && q < columns);
    const list = about.map(([p, q]) => twist(p, q));
    return each((i) => list.reduce((s, t) => s + t[i], 0) / list.length);
  };
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < columns; c++) {
      const base = 64 * (r * columns + c);
      const own = twist(r, c);
      for (const [di, dj] of [
        [0, 0],
        [1, 0],
        [0, 1],
        [1, 1],
      ] as const) {
        const [y, x] = [r + dj, c + di];
        const at = colour[y][x];
        const du = smooth
          ? slope(get(y, x - 1), at, get(y, x + 1))
          : each((i) => colour[y][c + 1][i] - colour[y][c][i]);
        const dv = smooth
          ? slope(get(y - 1, x), at, get(y + 1, x))
          : each((i) => colour[r + 1][x][i] - colour[r][x][i]);
        const duv = smooth ? twistAt(y, x) : own;
        // The Bézier net of a Hermite patch: a third of each slope to the inside.
        const [su, sv] = [di ? -1 : 1, dj ? -1 : 1];
        for (const ku of [0, 1])
          for (const kv of [0, 1]) {
            const i = di ? 3 - ku : ku;
            const j = dj ? 3 - kv : kv;
            for (const k of [0, 1, 2, 3] as const)
              out[base + 4 * (4 * i + j) + k] =
                at[k] + (ku * su * du[k]) / 3 + (kv * sv * dv[k]) / 3 + (ku * kv * su * sv * duv[k]) / 9;
          }
      }
    }
  return out;
}
