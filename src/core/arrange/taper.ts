import { measureContour } from '../geometry/along';
import {
  arcCubics,
  type Cubic,
  cubicLength,
  cubicPoint,
  cubicTangent,
  lineCubic,
  reverseCubic,
} from '../geometry/cubic';
import { fitCubics } from '../geometry/fit';
import { type Contour, contourOf, emptyPath, type Path, pathOf } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { combine } from './combine';
import type { Cap } from './outline';

/** Width of a stroke at a share of the way along its path, as a share of its full width. */
export type WidthAt = (at: number, contour: number) => number;

const disc = (p: Point, r: number): Path => pathOf([contourOf(arcCubics(p.x, p.y, r, 0, 2 * Math.PI), true)]);

/** One segment's band: both sides fitted, laid end to end. */
function band(s: Cubic, half: (t: number) => number, tolerance: number): Path {
  const n = 24;
  const side = (sign: 1 | -1): Point[] =>
    Array.from({ length: n + 1 }, (_, i) => {
      const t = i / n;
      const p = cubicPoint(s, t);
      const d = cubicTangent(s, t);
      return { x: p.x - d.y * half(t) * sign, y: p.y + d.x * half(t) * sign };
    });
  const left = fitCubics(side(1), tolerance);
  const right = fitCubics(side(-1), tolerance);
  if (!left.length && !right.length) return emptyPath;
  const ends = (list: readonly Cubic[], t: number): [Point, Point] => {
    const p = cubicPoint(s, t);
    const [first, last] = [list[0], list[list.length - 1]];
    return first
      ? [
          { x: first[0], y: first[1] },
          { x: last[6], y: last[7] },
        ]
      : [p, p];
  };
  const [l0, l1] = ends(left, 0);
  const [r0, r1] = ends(right, 0);
  return pathOf([
    contourOf(
      [
        ...left,
        lineCubic(l1.x, l1.y, r1.x, r1.y),
        ...right.map(reverseCubic).reverse(),
        lineCubic(r0.x, r0.y, l0.x, l0.y),
      ],
      true,
    ),
  ]);
}

function taperedContour(contour: Contour, index: number, width: number, widthAt: WidthAt, cap: Cap): Path[] {
  const { segments, starts, length } = measureContour(contour);
  if (!(length > 0)) return [];
  const tolerance = Math.max(width * 2e-4, length * 1e-6);
  const out: Path[] = [];
  segments.forEach((s, i) => {
    const half = (t: number) =>
      Math.max(0, (width / 2) * widthAt((starts[i] + cubicLength(s, 0, t)) / length, index));
    out.push(band(s, half, tolerance));
    // Joints are round; so are ends that ask for it.
    const opens = i === 0 && !contour.closed;
    if (!opens || cap === 'round') {
      const r = half(0);
      if (r > tolerance) out.push(disc({ x: s[0], y: s[1] }, r));
    }
    if (i === segments.length - 1 && !contour.closed && cap === 'round' && half(1) > tolerance)
      out.push(disc({ x: s[6], y: s[7] }, half(1)));
  });
  return out.filter((p) => p.contours.length);
}

/** The area of a stroke whose width changes along its path, middle line on the path. */
export function taperedStroke(path: Path, width: number, widthAt: WidthAt, cap: Cap): Path {
  const pieces = path.contours.flatMap((c, i) => taperedContour(c, i, width, widthAt, cap));
  if (!pieces.length) return emptyPath;
  return combine('union', pieces);
}
