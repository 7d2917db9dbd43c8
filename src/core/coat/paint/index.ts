import type { Bounds } from '../../geometry/path';
import type { Point } from '../../geometry/vector';
import type { Coat, Gradient, Paint } from '../types';
import { conic } from './conic';
import { corners } from './corners';
import { type PaintDefinition, placeOn, shareOf } from './definition';
import { grain } from './grain';
import { linear } from './linear';
import { lit } from './lit';
import { mesh } from './mesh';
import { pattern } from './pattern';
import { picture } from './picture';
import { radial } from './radial';
import { solid } from './solid';
import { stripes } from './stripes';

export type { Cover, PaintContext, PaintDefinition, PatternTile } from './definition';
export { placeOn, shareOf } from './definition';

/** The paints by kind, in the order they are offered. */
export const paints = {
  solid,
  linear,
  radial,
  conic,
  corners,
  mesh,
  pattern,
  stripes,
  grain,
  picture,
  lit,
} as const;
export const paintKinds = Object.keys(paints) as readonly Paint['kind'][];

type AnyPaint = PaintDefinition<Paint>;

/** The definition of a paint's kind, for any paint of it. */
export const paintOf = (paint: Paint): AnyPaint => paints[paint.kind] as unknown as AnyPaint;

export const isGradient = (paint: Paint): paint is Gradient => 'stops' in paint;

/**
 * A coat whose paint keeps its place on the sheet though the part's bounds change; `move` says
 * where a point of the old bounds lies in the new part's coordinates.
 */
export function keepPaint(coat: Coat, from: Bounds, to: Bounds, move: (p: Point) => Point = (p) => p): Coat {
  const { paint } = coat;
  const moved = paintOf(paint).moved?.(paint, (p) => shareOf(to, move(placeOn(from, p.x, p.y))));
  return moved ? { ...coat, paint: moved } : coat;
}
