import { measureContour } from '../geometry/along';
import { type Matrix, multiply, rotation, translation } from '../geometry/matrix';
import type { Path } from '../geometry/path';
import { degrees, type Point } from '../geometry/vector';

/** A path that copies follow from one centre to another. */
export interface Spine {
  /** Sheet units along the path, once it is fitted. */
  readonly length: number;
  /** Place at a share of the length, 0–1, and how far the path has turned since its start, degrees. */
  at(share: number): Point & { turn: number };
}

/** The straight way. */
export const straightSpine = (a: Point, b: Point): Spine => ({
  length: Math.hypot(b.x - a.x, b.y - a.y),
  at: (share) => ({ x: a.x + (b.x - a.x) * share, y: a.y + (b.y - a.y) * share, turn: 0 }),
});

/**
 * A path's first contour, turned and scaled so that it begins at `a` and ends at `b`; a closed one is
 * only moved to begin at `a`. Null where the path has no length.
 */
export function pathSpine(path: Path, a: Point, b: Point): Spine | null {
  const contour = path.contours[0];
  const measured = contour && measureContour(contour);
  if (!measured || !(measured.length > 0)) return null;
  const { segments, length: whole } = measured;
  const [first, last] = [segments[0], segments[segments.length - 1]];
  const p = { x: first[0], y: first[1] };
  const [ux, uy] = [last[6] - p.x, last[7] - p.y];
  const chord = Math.hypot(ux, uy);
  const fits = !contour.closed && chord > 1e-9 * whole;
  const [vx, vy] = [b.x - a.x, b.y - a.y];
  const k = fits ? Math.hypot(vx, vy) / chord : 1;
  const turn = fits ? degrees(Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy)) : 0;
  const fit: Matrix = multiply(
    multiply(translation(a.x, a.y), rotation(turn)),
    multiply([k, 0, 0, k, 0, 0], translation(-p.x, -p.y)),
  );
  const heading = (share: number) => {
    const place = measured.at(Math.min(1, Math.max(0, share)) * whole);
    return { p: place.p, turn: degrees(Math.atan2(place.d.y, place.d.x)) };
  };
  const start = heading(0).turn;
  return {
    length: whole * k,
    at(share) {
      const { p: q, turn: now } = heading(share);
      return {
        x: fit[0] * q.x + fit[2] * q.y + fit[4],
        y: fit[1] * q.x + fit[3] * q.y + fit[5],
        turn: now - start,
      };
    },
  };
}
