import { arcCubics } from '@/core/geometry/cubic';
import { type Matrix, multiply, rotation, scaling, translation } from '@/core/geometry/matrix';
import {
  contourOf,
  type FillRule,
  type Path,
  pathOf,
  polygonContour,
  transformPath,
} from '@/core/geometry/path';

/** Shapes written for the tests alone, so that they do not lean on the code they test. */
export const circle = (x: number, y: number, r: number, from = 0, pieces = 4): Path =>
  pathOf([contourOf(arcCubics(x, y, r, from, 2 * Math.PI, pieces), true)]);

export const polygon = (...points: [number, number][]): Path =>
  pathOf([polygonContour(points.map(([x, y]) => ({ x, y })))]);

export const rect = (x: number, y: number, w: number, h: number): Path =>
  polygon([x, y], [x + w, y], [x + w, y + h], [x, y + h]);

export const ring = (x: number, y: number, r: number, inner: number): Path =>
  pathOf([...circle(x, y, r).contours, ...circle(x, y, inner).contours], 'evenodd');

export const regular = (n: number, x: number, y: number, r: number, turn = 0): Path =>
  polygon(
    ...Array.from({ length: n }, (_, i): [number, number] => {
      const a = turn + (2 * Math.PI * i) / n;
      return [x + r * Math.cos(a), y + r * Math.sin(a)];
    }),
  );

/** A star drawn in one stroke through every second corner: it overlaps itself. */
export const pentagram = (x: number, y: number, r: number, fillRule: FillRule): Path => ({
  ...polygon(
    ...Array.from({ length: 5 }, (_, i): [number, number] => {
      const a = (4 * Math.PI * i) / 5 - Math.PI / 2;
      return [x + r * Math.cos(a), y + r * Math.sin(a)];
    }),
  ),
  fillRule,
});

export const moved = (path: Path, x: number, y: number): Path => transformPath(path, translation(x, y));
export const turned = (path: Path, angle: number, x = 0, y = 0): Path =>
  transformPath(path, rotation(angle, x, y));
export const scaled = (path: Path, s: number): Path => transformPath(path, scaling(s));
export const flipped = (path: Path): Path => transformPath(path, scaling(-1, 1));
export const placed = (path: Path, ...maps: Matrix[]): Path =>
  transformPath(
    path,
    maps.reduce((m, n) => multiply(n, m)),
  );

/** A repeatable source of numbers in 0–1 (the minimal standard generator of Park and Miller). */
export function numbers(seed: number): () => number {
  let s = (seed * 48271) % 2147483647 || 1;
  return () => {
    s = (s * 16807) % 2147483647;
    return s / 2147483647;
  };
}

/** A closed smooth blob of `n` cubics. */
export function blob(next: () => number, x: number, y: number, r: number, n = 5): Path {
  const points = Array.from({ length: 3 * n }, (_, i) => {
    const a = (2 * Math.PI * i) / (3 * n);
    const d = r * (0.6 + 0.8 * next());
    return { x: x + d * Math.cos(a), y: y + d * Math.sin(a) };
  });
  const cubics = Array.from({ length: n }, (_, i) => {
    const [p, q, s, e] = [0, 1, 2, 3].map((k) => points[(3 * i + k) % points.length]);
    return [p.x, p.y, q.x, q.y, s.x, s.y, e.x, e.y] as const;
  });
  return pathOf([contourOf(cubics, true)]);
}
