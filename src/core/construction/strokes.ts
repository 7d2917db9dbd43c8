import { arcCubics } from '../geometry/cubic';
import { type Bounds, contourOf, type Path, pathOf, polygonContour } from '../geometry/path';
import type { Point } from '../geometry/vector';
import type { Circle } from './circle-of';
import type { DrawnLine } from './elements';

/** A circle's line as an area between two circles. */
export const circlePath = ({ x, y, r }: Circle, weight: number): Path =>
  pathOf(
    [r + weight / 2, Math.max(0, r - weight / 2)].map((radius) =>
      contourOf(arcCubics(x, y, radius, 0, 2 * Math.PI, 4), true),
    ),
    'evenodd',
  );

export const linePath = (a: Point, b: Point, weight: number): Path => {
  const l = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  const [nx, ny] = [(-(b.y - a.y) / l) * (weight / 2), ((b.x - a.x) / l) * (weight / 2)];
  return pathOf([
    polygonContour([
      { x: a.x + nx, y: a.y + ny },
      { x: b.x + nx, y: b.y + ny },
      { x: b.x - nx, y: b.y - ny },
      { x: a.x - nx, y: a.y - ny },
    ]),
  ]);
};

/** Edges at least as long as this share of the sheet have their line drawn across all of it. */
const longEdge = 0.08;
/** A line carried on to the edges of a sheet. */
function acrossSheet({ a, b }: DrawnLine, sheet: Bounds): [Point, Point] {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const times: number[] = [];
  if (Math.abs(dx) > 1e-9) times.push((sheet.x0 - a.x) / dx, (sheet.x1 - a.x) / dx);
  if (Math.abs(dy) > 1e-9) times.push((sheet.y0 - a.y) / dy, (sheet.y1 - a.y) / dy);
  const sorted = times.sort((p, q) => p - q);
  // Of the crossings with its four edges the inner two bound what lies on the sheet.
  const [from, to] = sorted.length === 4 ? [sorted[1], sorted[2]] : [sorted[0], sorted[1]];
  const at = (t: number) => ({ x: a.x + t * dx, y: a.y + t * dy });
  return [at(Math.min(0, from)), at(Math.max(1, to))];
}

/** A line carried on beyond its edges: that of a long edge across the sheet, that of a short one a little way. */
export function carriedOn(line: DrawnLine, sheet: Bounds, size: number): [Point, Point] {
  if (line.longest >= longEdge * size) return acrossSheet(line, sheet);
  const { a, b, longest } = line;
  const k = Math.max(0.6 * longest, 0.02 * size) / (Math.hypot(b.x - a.x, b.y - a.y) || 1);
  return [
    { x: a.x - k * (b.x - a.x), y: a.y - k * (b.y - a.y) },
    { x: b.x + k * (b.x - a.x), y: b.y + k * (b.y - a.y) },
  ];
}

export const cross = ({ x, y }: Point, arm: number, weight: number): Path[] => [
  linePath({ x: x - arm, y }, { x: x + arm, y }, weight),
  linePath({ x, y: y - arm }, { x, y: y + arm }, weight),
];
