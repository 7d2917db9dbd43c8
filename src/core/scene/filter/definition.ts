import type { ColourChange } from '../../colour/change';
import type { Filter } from '../types';

/** How far a filter carries its input, sheet units: out on every side, then along by a shift. */
export interface Reach {
  readonly out: number;
  readonly dx: number;
  readonly dy: number;
}

/** What one kind of filter is, for all that works with scenes; drawing it is the raster's and the writers' own. */
export interface FilterDefinition<F extends Filter> {
  readonly kind: F['kind'];
  reach(filter: F): Reach;
  /** Whether what comes out is the thing itself, which is picked and casts shadows; a shadow is not. */
  readonly body: boolean;
  /** The filter with its own colours changed. */
  recolour(filter: F, change: ColourChange): F;
}

export const defineFilter = <F extends Filter>(d: FilterDefinition<F>): FilterDefinition<F> => d;

/** How far a Gaussian of standard deviation `sigma` can be seen; beyond, less than 1/15,000 of it is left. */
export const gaussianReach = (sigma: number): number => 4 * sigma;
