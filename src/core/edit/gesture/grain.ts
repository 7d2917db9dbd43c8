import type { Point } from '../../geometry/vector';
import type { SnapHit } from '../snap';

/** The nearest number of whole grains; the number itself where there is no grain. */
export const roundTo = (v: number, grain: number | undefined): number =>
  grain && grain > 0 ? Number((Math.round(v / grain) * grain).toPrecision(12)) : v;

/** A point on whole grains along the axes that nothing holds it on. */
export const roundFree = (p: Point, hits: readonly SnapHit[], grain: number | undefined): Point => {
  const held = (axis: 'x' | 'y') => hits.some((h) => h.axis === axis);
  return { x: held('x') ? p.x : roundTo(p.x, grain), y: held('y') ? p.y : roundTo(p.y, grain) };
};

/**
 * What drags round to at a scale of the view: the power of ten of a unit that is at most a pixel of the screen.
 * @param zoom CSS pixels a sheet unit
 * @param unit sheet units a shown unit, such as a millimetre
 * @returns sheet units
 */
export const grainFor = (zoom: number, unit: number): number =>
  10 ** Math.floor(Math.log10(1 / (zoom * unit)) + 1e-9) * unit;
