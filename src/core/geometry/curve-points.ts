import type { CurvePoints } from './monotone';

/** A share kept within 0–1, to a thousandth. */
const kept = (v: number): number => Math.round(1000 * Math.min(1, Math.max(0, v))) / 1000;

/** The points with one put at a place and a height, between its neighbours; the first and the last keep their places. */
export function pointMoved(points: CurvePoints, i: number, place: number, height: number): CurvePoints {
  const last = points.length / 2 - 1;
  const next = [...points];
  if (i > 0 && i < last) next[2 * i] = Math.min(points[2 * i + 2], Math.max(points[2 * i - 2], kept(place)));
  next[2 * i + 1] = kept(height);
  return next;
}

/** The points and one more at a place within the curve, with its number; null at the ends and beyond. */
export function pointAdded(
  points: CurvePoints,
  place: number,
  height: number,
): { readonly points: CurvePoints; readonly at: number } | null {
  const at = points.findIndex((v, k) => k % 2 === 0 && v > place) / 2;
  if (at < 1) return null;
  const between = Math.min(points[2 * at], Math.max(points[2 * at - 2], kept(place)));
  return { points: [...points.slice(0, 2 * at), between, kept(height), ...points.slice(2 * at)], at };
}

/** The points without one that is neither the first nor the last; as they are for those. */
export const pointRemoved = (points: CurvePoints, i: number): CurvePoints =>
  i > 0 && i < points.length / 2 - 1 ? points.filter((_, k) => k !== 2 * i && k !== 2 * i + 1) : points;
