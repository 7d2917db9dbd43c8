import type { Point } from '../geometry/vector';

/** How the far end of a solid is seen against its front: shifted along one direction. */
export interface AlongView {
  readonly kind: 'along';
  readonly dx: number;
  readonly dy: number;
}

/** The same toward a vanishing point; `rest` is the size of the far end against the front, 0–1. */
export interface TowardView {
  readonly kind: 'toward';
  readonly x: number;
  readonly y: number;
  readonly rest: number;
}

export type View = AlongView | TowardView;

/** Where a place of the front lies at the far end. */
export const farOf = (view: View, x: number, y: number): Point =>
  view.kind === 'along'
    ? { x: x + view.dx, y: y + view.dy }
    : { x: view.x + (x - view.x) * view.rest, y: view.y + (y - view.y) * view.rest };

/** Where a place moves to as the depth grows: its ruling's direction, of any length. */
export const rulingAt = (view: View, x: number, y: number): Point =>
  view.kind === 'along' ? { x: view.dx, y: view.dy } : { x: view.x - x, y: view.y - y };

/**
 * Across the rulings: sides that can be seen all run to larger values. Along a direction a length; about a vanishing point
 * the angle against the clock from the ray at `start` on, radians from 0 to 2π.
 */
export function acrossAt(view: View, start: number, x: number, y: number): number {
  if (view.kind === 'along') return (view.dx * y - view.dy * x) / Math.hypot(view.dx, view.dy);
  const turn = start - Math.atan2(y - view.y, x - view.x);
  const whole = 2 * Math.PI;
  return turn < 0 ? turn + whole : turn >= whole ? turn - whole : turn;
}

/** How near a place of an edge is to whoever looks, against others on the same ruling. */
export const nearnessAt = (view: View, x: number, y: number): number =>
  view.kind === 'along' ? x * view.dx + y * view.dy : -Math.hypot(x - view.x, y - view.y);
