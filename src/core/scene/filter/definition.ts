import type { ColourChange } from '../../colour/change';
import type { Matrix } from '../../geometry/matrix';
import { type Bounds, growBounds, type Path } from '../../geometry/path';
import type { Filter } from '../types';

/** Where a filter keeps the path that it follows, so that it can travel apart from it. */
export interface FilterPath<F> {
  of(filter: F): Path;
  with(filter: F, path: Path): F;
}

/** What one kind of filter is, for all that works with scenes; drawing it is the raster's and the writers' own. */
export interface FilterDefinition<F extends Filter> {
  readonly kind: F['kind'];
  /**
   * Bounds of what comes out of what lies within bounds, both where `matrix` maps the node's coordinates to; `scale` of
   * those units are a sheet unit.
   */
  spread(filter: F, bounds: Bounds, matrix: Matrix, scale: number): Bounds;
  /** Whether what comes out is the thing itself, which is picked and casts shadows; a shadow is not. */
  readonly body: boolean;
  /** Standard deviation of the Gaussian that all of what comes out has gone through, sheet units, where it is one. */
  softness?(filter: F): number;
  /** The filter with what it has in sheet units that many times as long; the same where it has none. */
  scaled?(filter: F, by: number): F;
  /** The filter with its own colours changed. */
  recolour(filter: F, change: ColourChange): F;
  /** The path it follows, where it follows one. */
  readonly path?: FilterPath<F>;
}

export const defineFilter = <F extends Filter>(d: FilterDefinition<F>): FilterDefinition<F> => d;

/** How far a Gaussian of standard deviation `sigma` can be seen; beyond, less than 1/15,000 of it is left. */
export const gaussianReach = (sigma: number): number => 4 * sigma;

/** Bounds as a Gaussian of `sigma` sheet units carries them out on every side. */
export const gaussianSpread = (bounds: Bounds, sigma: number, scale: number): Bounds =>
  growBounds(bounds, gaussianReach(sigma) * scale);
