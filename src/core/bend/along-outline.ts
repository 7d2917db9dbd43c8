import { type MeasuredContour, measureContour } from '../geometry/along';
import { cubicTangent } from '../geometry/cubic';
import { contourArea } from '../geometry/measure';
import type { Contour, Path } from '../geometry/path';
import { angleBetween } from '../geometry/vector';

/** A stretch of a contour between two corners, told by length; one that goes round without any is a loop. */
export interface Side {
  readonly from: number;
  readonly to: number;
  readonly loop: boolean;
}

/** Two directions that differ by more than this meet in a corner, radians. */
const cornerTurn = 0.02;

/** The sides of a contour, in order; lengths beyond its end go on from its start. */
export function sidesOf(arc: MeasuredContour, closed: boolean): readonly Side[] {
  const { segments, length: total } = arc;
  if (!segments.length) return [];
  const corners = segments.flatMap((s, i) => {
    if (i === 0 && !closed) return [];
    const before = segments[(i + segments.length - 1) % segments.length];
    return angleBetween(cubicTangent(before, 1), cubicTangent(s, 0)) > cornerTurn ? [arc.starts[i]] : [];
  });
  if (!closed) {
    const ends = [0, ...corners, total];
    return ends.slice(1).map((to, i) => ({ from: ends[i], to, loop: false }));
  }
  if (!corners.length) return [{ from: 0, to: total, loop: true }];
  return corners.map((from, i) => ({
    from,
    to: i + 1 < corners.length ? corners[i + 1] : corners[0] + total,
    loop: false,
  }));
}

/** The place of a contour at a length that may lie beyond its end. */
export const placeAlong = (arc: MeasuredContour, length: number, before = false) =>
  arc.at(length > arc.length ? length - arc.length : length, before);

/** 1 where outside lies to the left of the way a path runs in, as on clean paths, and −1 where it runs the other way. */
export const outwards = (path: Path): 1 | -1 =>
  path.contours.reduce((sum, c) => sum + (c.closed ? contourArea(c) : 0), 0) < 0 ? -1 : 1;

/** The path with each contour that has a length put through `change`, which is given it by length. */
export const alongContours = (
  path: Path,
  change: (arc: MeasuredContour, contour: Contour) => Contour,
): Path => ({
  ...path,
  contours: path.contours.map((c) => {
    const arc = measureContour(c);
    return arc.segments.length ? change(arc, c) : c;
  }),
});
