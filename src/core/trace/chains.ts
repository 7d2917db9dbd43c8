import type { Point } from '../geometry/vector';

/** Which edges of a cell a line enters and leaves by, for each set of corners above the level: 0 top, 1 right, 2 bottom, 3 left. */
const ways: readonly (readonly (readonly [number, number])[])[] = [
  [],
  [[3, 0]],
  [[0, 1]],
  [[3, 1]],
  [[1, 2]],
  [
    [3, 0],
    [1, 2],
  ],
  [[0, 2]],
  [[3, 2]],
  [[2, 3]],
  [[2, 0]],
  [
    [0, 1],
    [2, 3],
  ],
  [[2, 1]],
  [[1, 3]],
  [[1, 0]],
  [[0, 3]],
  [],
];

/** An edge of the lattice: the sample it starts at, and whether it leads across (0) or down (1). */
type Edge = readonly [i: number, j: number, down: 0 | 1];

/**
 * Closed lines round what lies above a level on a lattice of samples, as crossings of its edges in order, what is above to the
 * right (marching squares, Lorensen & Cline 1987 in the plane; saddles by the middle of the cell). Beyond the lattice all is below.
 */
export function levelChains(samples: Float64Array, width: number, height: number, level: number): Point[][] {
  const value = (i: number, j: number): number =>
    i < 0 || j < 0 || i >= width || j >= height ? Number.NEGATIVE_INFINITY : samples[j * width + i];
  const key = ([i, j, down]: Edge): number => 2 * ((j + 1) * (width + 2) + i + 1) + down;
  const place = ([i, j, down]: Edge): Point => {
    const [a, b] = [value(i, j), value(i + 1 - down, j + down)];
    const t = Number.isFinite(a) && Number.isFinite(b) ? (level - a) / (b - a) : 0.5;
    return down ? { x: i, y: j + t } : { x: i + t, y: j };
  };
  // Which samples lie above, with a rim of those beyond the lattice: most cells are passed over at once.
  const wide = width + 2;
  const above = new Uint8Array(wide * (height + 2));
  for (let j = 0; j < height; j++)
    for (let i = 0; i < width; i++) if (samples[j * width + i] >= level) above[(j + 1) * wide + i + 1] = 1;
  const next = new Map<number, { readonly to: number; readonly at: Point }>();
  for (let j = -1; j < height; j++)
    for (let i = -1; i < width; i++) {
      const at = (j + 1) * wide + i + 1;
      const set = above[at] + 2 * above[at + 1] + 4 * above[at + wide + 1] + 8 * above[at + wide];
      if (set === 0 || set === 15) continue;
      const edges: readonly Edge[] = [
        [i, j, 0],
        [i + 1, j, 1],
        [i, j + 1, 0],
        [i, j, 1],
      ];
      let list = ways[set];
      if (set === 5 || set === 10) {
        const middle = (value(i, j) + value(i + 1, j) + value(i, j + 1) + value(i + 1, j + 1)) / 4;
        // Joined across the middle where that is above as well.
        if (middle >= level)
          list =
            set === 5
              ? [
                  [3, 2],
                  [1, 0],
                ]
              : [
                  [0, 3],
                  [2, 1],
                ];
      }
      for (const [from, to] of list)
        next.set(key(edges[from]), { to: key(edges[to]), at: place(edges[from]) });
    }
  const chains: Point[][] = [];
  for (const first of next.keys()) {
    const chain: Point[] = [];
    for (let at = first; ; ) {
      const step = next.get(at);
      if (!step) break;
      next.delete(at);
      chain.push(step.at);
      at = step.to;
    }
    if (chain.length > 2) chains.push(chain.reverse());
  }
  return chains;
}
