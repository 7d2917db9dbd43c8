import { chanceAt } from '../geometry/chance';
import type { Cubic } from '../geometry/cubic';
import { type Contour, contourOf } from '../geometry/path';

/** A number from 0 to 1 for a mark and what of it is asked for, below 16. */
export const chance = (i: number, k: number, seed: number): number => (chanceAt(16 * i + k, seed) + 1) / 2;

/** A closed smooth line through points (Catmull & Rom 1974). */
export function smoothLoop(points: readonly (readonly [number, number])[]): Contour {
  const n = points.length;
  const at = (i: number) => points[(i + n) % n];
  const cubics = points.map((p, i): Cubic => {
    const [before, q, after] = [at(i - 1), at(i + 1), at(i + 2)];
    return [
      p[0],
      p[1],
      p[0] + (q[0] - before[0]) / 6,
      p[1] + (q[1] - before[1]) / 6,
      q[0] - (after[0] - p[0]) / 6,
      q[1] - (after[1] - p[1]) / 6,
      q[0],
      q[1],
    ];
  });
  return contourOf(cubics, true);
}

/** A blot about a place: uneven by chance, `points` of them round; it reaches 1.3 times its radius at most. */
export const blot = (x: number, y: number, r: number, i: number, seed: number, points = 7): Contour =>
  smoothLoop(
    Array.from({ length: points }, (_, k) => {
      const a = (2 * Math.PI * k) / points + 6 * chance(i, 15, seed);
      const far = r * (0.7 + 0.6 * chance(i, k, seed));
      return [x + far * Math.cos(a), y + far * Math.sin(a)] as const;
    }),
  );
