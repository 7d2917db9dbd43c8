import { isGradient, placeOn, rampOf, shareOf } from '../coat';
import { shareAlong } from '../coat/paint/gradient';
import { withStop } from '../coat/paint/stops';
import type { Gradient } from '../coat/types';
import type { Design } from '../document/types';
import { applyTo, invert } from '../geometry/matrix';
import type { Bounds } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { type CoatRef, editPaint } from './coat-ref';
import type { Edited } from './edited';
import { worldOf } from './tree';

function withEnds(paint: Gradient, move: (p: Point) => Point): Gradient {
  const [a, b] = [move({ x: paint.x1, y: paint.y1 }), move({ x: paint.x2, y: paint.y2 })];
  return { ...paint, x1: a.x, y1: a.y, x2: b.x, y2: b.y };
}

/** Fixes a gradient to the sheet, or to the part's bounds again; its two ends stay where they are. */
export const fixGradient = (design: Design, ref: CoatRef, fixed: boolean): Edited =>
  editPaint(design, ref, ({ coat: { paint }, bounds }) => {
    const world = worldOf(design, ref.id);
    const back = invert(world);
    if (!back || !isGradient(paint) || paint.fixed === fixed) return null;
    const move = (p: Point): Point =>
      fixed ? applyTo(world, placeOn(bounds, p.x, p.y)) : shareOf(bounds, applyTo(back, p));
    return { ...withEnds(paint, move), fixed };
  });

/** A place that a gradient's numbers mean, in the coordinates it lies in, and back. */
const frameOf = ({ fixed }: Gradient, bounds: Bounds) => ({
  out: (p: Point): Point => (fixed ? p : placeOn(bounds, p.x, p.y)),
  into: (p: Point): Point => (fixed ? p : shareOf(bounds, p)),
});

/** Turns a gradient by a quarter, clockwise: a linear one about the middle of its line, others about their own. */
export const turnGradient = (design: Design, ref: CoatRef): Edited =>
  editPaint(design, ref, ({ coat: { paint }, bounds }) => {
    if (!isGradient(paint)) return null;
    const { out, into } = frameOf(paint, bounds);
    const [a, b] = [out({ x: paint.x1, y: paint.y1 }), out({ x: paint.x2, y: paint.y2 })];
    const about = paint.kind === 'linear' ? { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 } : a;
    return withEnds(paint, (p) => {
      const q = out(p);
      return into({ x: about.x - (q.y - about.y), y: about.y + (q.x - about.x) });
    });
  });

/** Adds a stop to a gradient where its line is nearest to a place of the sheet; a conic one has no line. */
export const addStopAt = (design: Design, ref: CoatRef, at: Point): Edited =>
  editPaint(design, ref, ({ coat: { paint }, bounds }) => {
    const back = invert(worldOf(design, ref.id));
    if (!back || !isGradient(paint) || paint.kind === 'conic') return null;
    const share = Math.min(1, Math.max(0, shareAlong(paint, paint.fixed ? at : applyTo(back, at), bounds)));
    return { ...paint, stops: withStop(paint.stops, share, rampOf(paint)(share)) };
  });
