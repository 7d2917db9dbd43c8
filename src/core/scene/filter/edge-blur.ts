import type { EdgeBlurFilter } from '../types';
import { defineFilter, gaussianSpread } from './definition';

export const edgeBlurFilter = defineFilter<EdgeBlurFilter>({
  kind: 'edge-blur',
  spread: ({ sigma }, bounds, _, scale) => gaussianSpread(bounds, sigma, scale),
  scaled: (filter, by) => ({ ...filter, sigma: filter.sigma * by, reach: filter.reach * by }),
  body: true,
  recolour: (filter) => filter,
  path: { of: ({ path }) => path, with: (filter, path) => ({ ...filter, path }) },
});
