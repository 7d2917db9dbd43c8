import { cubicPoint } from '../geometry/cubic';
import { type Matrix, multiply, rotation, translation } from '../geometry/matrix';
import { type Contour, type Path, segmentsOf } from '../geometry/path';
import type { Point } from '../geometry/vector';

/** A line that letters stand on, told along its length. */
export interface Baseline {
  /**
   * From the coordinates of a letter (x from its middle, y down from the baseline) to the part's, where its
   * middle stands at a length from the text's own anchor; null beyond an end.
   */
  at(along: number, below: number): Matrix | null;
}

const turnedAt = (p: Point, angle: number, upright: boolean, below: number): Matrix =>
  upright
    ? translation(p.x - below * Math.sin(angle), p.y + below * Math.cos(angle))
    : multiply(multiply(translation(p.x, p.y), rotation((angle * 180) / Math.PI)), translation(0, below));

/** A straight baseline. */
export const straight: Baseline = { at: (along, below) => translation(along, below) };

/**
 * A circle about the part's origin. Outside, text runs clockwise and stands outward; inside it runs the other
 * way and stands inward. Spacing is right `height` above the baseline: there a letter takes the arc that its
 * advance is long.
 */
export function circleLine(
  radius: number,
  angle: number,
  side: 'outside' | 'inside',
  height: number,
  upright: boolean,
): Baseline {
  const outside = side === 'outside';
  const spaced = Math.max(1e-6, outside ? radius + height : radius - height);
  const middle = (angle * Math.PI) / 180;
  return {
    at(along, below) {
      const turn = middle + (outside ? 1 : -1) * (along / spaced);
      const p = { x: radius * Math.sin(turn), y: -radius * Math.cos(turn) };
      return turnedAt(p, outside ? turn : turn + Math.PI, upright, below);
    },
  };
}

/** Points along a contour with their directions, close together. */
function walk(contour: Contour): { points: Point[]; angles: number[] } {
  const points: Point[] = [];
  const segments = segmentsOf(contour);
  const each = Math.max(8, Math.ceil(2000 / Math.max(1, segments.length)));
  for (const [i, s] of segments.entries())
    for (let k = i ? 1 : 0; k <= each; k++) points.push(cubicPoint(s, k / each));
  const angles = points.map((_, i) => {
    const [a, b] = [points[Math.max(0, i - 1)], points[Math.min(points.length - 1, i + 1)]];
    return Math.atan2(b.y - a.y, b.x - a.x);
  });
  return { points, angles };
}

/**
 * The first contour of a path as a baseline; `start` is the share of it where the text's anchor stands, and
 * spacing is right `height` above it. A closed one goes round.
 */
export function pathLine(
  path: Path,
  start: number,
  side: 'outside' | 'inside',
  height: number,
  upright: boolean,
): Baseline | null {
  const [first] = path.contours;
  if (!first || first.xy.length < 8) return null;
  const { points, angles } = walk(first);
  if (side === 'inside') {
    points.reverse();
    angles.reverse();
    for (let i = 0; i < angles.length; i++) angles[i] += Math.PI;
  }
  // Lengths along the line itself and along its parallel that spacing is told on.
  const own = [0];
  const spaced = [0];
  const lifted = points.map((p, i) => ({
    x: p.x + height * Math.sin(angles[i]),
    y: p.y - height * Math.cos(angles[i]),
  }));
  for (let i = 1; i < points.length; i++) {
    own.push(own[i - 1] + Math.hypot(points[i].x - points[i - 1].x, points[i].y - points[i - 1].y));
    spaced.push(
      spaced[i - 1] + Math.hypot(lifted[i].x - lifted[i - 1].x, lifted[i].y - lifted[i - 1].y) || own[i],
    );
  }
  const length = own[own.length - 1];
  if (!(length > 0)) return null;
  const index = (list: readonly number[], v: number): number => {
    let [low, high] = [0, list.length - 1];
    while (high - low > 1) {
      const m = (low + high) >> 1;
      if (list[m] <= v) low = m;
      else high = m;
    }
    return low;
  };
  const from = (side === 'inside' ? 1 - start : start) * length;
  const at = index(own, from);
  const anchor =
    spaced[at] + ((from - own[at]) / (own[at + 1] - own[at] || 1)) * (spaced[at + 1] - spaced[at]);
  const whole = spaced[spaced.length - 1];
  return {
    at(along, below) {
      let v = anchor + along;
      if (first.closed) v = ((v % whole) + whole) % whole;
      else if (v < 0 || v > whole) return null;
      const i = index(spaced, v);
      const t = (v - spaced[i]) / (spaced[i + 1] - spaced[i] || 1);
      const [p, q] = [points[i], points[i + 1]];
      const turn = Math.atan2(Math.sin(angles[i + 1] - angles[i]), Math.cos(angles[i + 1] - angles[i]));
      return turnedAt(
        { x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t },
        angles[i] + turn * t,
        upright,
        below,
      );
    },
  };
}
