import type { Handle } from '../document/handles';
import type { Point } from '../geometry/vector';
import { degrees, radians } from '../geometry/vector';

/** The place at an angle (degrees clockwise from the top) and a distance from the origin. */
export const polar = (radius: number, angle: number): Point => {
  const a = radians(angle);
  return { x: radius * Math.sin(a), y: -radius * Math.cos(a) };
};

/** Degrees clockwise from the top of a place about the origin, 0–360. */
export const angleOf = (p: Point): number => (((degrees(Math.atan2(p.y, p.x)) + 90) % 360) + 360) % 360;

/** The turn of `angle` by whole turns that is nearest to another one. */
export const nearTurn = (angle: number, to: number): number => angle + 360 * Math.round((to - angle) / 360);

/** A radius grows only by the same factor both ways. */
export const evenly = <P extends { radius: number }>(p: P, sx: number, sy: number): P | null =>
  Math.abs(sx - sy) < 1e-9 * sx ? { ...p, radius: p.radius * sx } : null;

/** Fills the larger side of a box. */
export const fitRound = <P extends { radius: number }>(p: P, width: number, height: number): P => ({
  ...p,
  radius: Math.max(width, height) / 2,
});

const centre = { x: 0, y: 0 };

/** A grip for the radius, standing at an angle. */
export const radiusHandle = (radius: number, angle = 0): Handle => ({
  id: 'radius',
  sets: ['radius'],
  ...polar(radius, angle),
  from: centre,
});

/** A grip for an inner radius that is a share of the outer. */
export const innerHandle = (radius: number, inner: number, angle: number): Handle => ({
  id: 'inner',
  sets: ['inner'],
  ...polar(radius * inner, angle),
  from: centre,
});

/** What a drag of the inner grip means, within the share's limits. */
export const innerShare = (radius: number, to: Point, min: number, max: number, now: number): number =>
  radius > 0 ? Math.min(max, Math.max(min, Math.hypot(to.x, to.y) / radius)) : now;

/** The sweep from an angle to a dragged place, in the direction it has now; never nothing. */
export function sweepTo(from: number, to: Point, now: number): number {
  const ahead = (((angleOf(to) - from) % 360) + 360) % 360 || 360;
  return now < 0 ? (ahead === 360 ? -360 : ahead - 360) : ahead;
}
