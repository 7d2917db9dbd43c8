import type { BlurFilter } from '../types';
import { defineFilter, gaussianSpread } from './definition';

export const blurFilter = defineFilter<BlurFilter>({
  kind: 'blur',
  spread: ({ sigma }, bounds, _, scale) => gaussianSpread(bounds, sigma, scale),
  softness: ({ sigma }) => sigma,
  scaled: (filter, by) => ({ ...filter, sigma: filter.sigma * by }),
  body: true,
  recolour: (filter) => filter,
});
