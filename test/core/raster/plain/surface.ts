import type { Matrix } from '@/core';
import type { Tile } from './coverage';
import { type Colour, each, f } from './single';
import type { Before } from './unbent';

interface Vertex {
  readonly x: number;
  readonly y: number;
  readonly c: Colour;
}

const weights = (t: number): number[] => {
  const s = 1 - t;
  return [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t];
};

function vertexAt(points: Float64Array, net: Float32Array, u: number, v: number): Vertex {
  const [a, b] = [weights(u), weights(v)];
  const along = (i: number, c: number) => {
    const at = (j: number) => points[2 * (4 * i + j) + c];
    return a[i] * (b[0] * at(0) + b[1] * at(1) + b[2] * at(2) + b[3] * at(3));
  };
  const sum = (c: number) => along(0, c) + along(1, c) + along(2, c) + along(3, c);
  const colour = each((k) => {
    let total = 0;
    for (let i = 0; i < 4; i++) {
      const at = (j: number) => f(f(b[j]) * net[4 * (4 * i + j) + k]);
      total = f(total + f(f(a[i]) * f(f(at(0) + at(1)) + f(at(2) + at(3)))));
    }
    return total;
  });
  const alpha = Math.min(1, Math.max(0, colour[3]));
  return {
    x: sum(0),
    y: sum(1),
    c: each((k) => (k === 3 ? alpha : Math.min(Math.max(colour[k], 0), alpha))),
  };
}

function paintTriangle(
  tile: Tile,
  a: Vertex,
  p: Vertex,
  q: Vertex,
  put: (x: number, y: number, c: Colour) => void,
): void {
  const turn = (p.x - a.x) * (q.y - a.y) - (p.y - a.y) * (q.x - a.x);
  if (turn === 0) return;
  const [b, c] = turn < 0 ? [q, p] : [p, q];
  const share = 1 / Math.abs(turn);
  for (let y = 0; y < tile.high; y++)
    for (let x = 0; x < tile.wide; x++) {
      const [px, py] = [tile.x + x + 0.5, tile.y + y + 0.5];
      const wc = (b.x - a.x) * (py - a.y) - (b.y - a.y) * (px - a.x);
      const wa = (c.x - b.x) * (py - b.y) - (c.y - b.y) * (px - b.x);
      const wb = (a.x - c.x) * (py - c.y) - (a.y - c.y) * (px - c.x);
      if (wa < 0 || wb < 0 || wc < 0) continue;
      put(
        x,
        y,
        each((k) => f(f(f(f(wa * share) * a.c[k]) + f(f(wb * share) * b.c[k])) + f(f(wc * share) * c.c[k]))),
      );
    }
}

/** A patch as n × n cells of two triangles each, later ones over earlier ones. */
export function plainPatch(
  tile: Tile,
  points: Float64Array,
  net: Float32Array,
  n: number,
  put: (x: number, y: number, c: Colour) => void,
): void {
  const step = 1 / n;
  const at = (i: number, j: number) => vertexAt(points, net, i * step, j * step);
  // The order of the kernel: block by block.
  const size = Math.ceil(n / Math.ceil(n / 16));
  for (let bi = 0; bi < n; bi += size)
    for (let bj = 0; bj < n; bj += size)
      for (let i = bi; i < Math.min(n, bi + size); i++)
        for (let j = bj; j < Math.min(n, bj + size); j++) {
          paintTriangle(tile, at(i, j), at(i + 1, j), at(i + 1, j + 1), put);
          paintTriangle(tile, at(i, j), at(i + 1, j + 1), at(i, j + 1), put);
        }
}

function hash(x: number, y: number, seed: number): number {
  let h = (Math.imul(x, 0x27d4eb2d) ^ Math.imul(y, 0x165667b1) ^ Math.imul(seed, 0x9e3779b1)) >>> 0;
  h = (h ^ (h >>> 16)) >>> 0;
  h = Math.imul(h, 0x85ebca6b) >>> 0;
  h = (h ^ (h >>> 13)) >>> 0;
  h = Math.imul(h, 0xc2b2ae35) >>> 0;
  return (h ^ (h >>> 16)) >>> 0;
}

/** The noise of one pixel: the mean of k × k places in it. */
export function plainGrain(
  tile: Tile,
  [a, b, c, d, e, g]: Matrix,
  k: number,
  amount: number,
  seed: number,
  ink: readonly [number, number, number] | null,
  x: number,
  y: number,
  bent: ((px: number, py: number) => Before) | null = null,
): Colour {
  const sums = [0, 0, 0];
  const u = a * (tile.x + x) + c * (tile.y + y);
  const v = b * (tile.x + x) + d * (tile.y + y);
  const p = bent?.(tile.x + x + 0.5, tile.y + y + 0.5);
  const grain = (px: number, py: number): readonly [number, number] => {
    if (!p) return [u + (a * px + c * py + e), v + (b * px + d * py + g)];
    const [ox, oy] = [px - 0.5, py - 0.5];
    const [ux, uy] = [a * p.byX[0] + c * p.byX[1], a * p.byY[0] + c * p.byY[1]];
    const [vx, vy] = [b * p.byX[0] + d * p.byX[1], b * p.byY[0] + d * p.byY[1]];
    return [ux * ox + uy * oy + (a * p.x + c * p.y + e), vx * ox + vy * oy + (b * p.x + d * p.y + g)];
  };
  for (let i = 0; i < k; i++)
    for (let j = 0; j < k; j++) {
      const [gu, gv] = grain((i + 0.5) / k, (j + 0.5) / k);
      const h = hash(Math.floor(gu), Math.floor(gv), seed);
      for (let n = 0; n < 3; n++) sums[n] += (h >>> (8 * n)) & 255;
    }
  const share = f(f(amount) / (255 * k * k));
  const own = ink && [...ink.map(f), 1];
  if (own) return each((n) => f(own[n] * f(sums[0] * share)));
  return each((n) => f((n < 3 ? sums[n] : 255 * k * k) * share));
}
