import { shiftBounds } from '../../geometry/path';
import type { ShadowFilter } from '../types';
import { defineFilter, gaussianSpread } from './definition';

export const shadowFilter = defineFilter<ShadowFilter>({
  kind: 'shadow',
  spread: ({ sigma, dx, dy }, bounds, _, scale) =>
    shiftBounds(gaussianSpread(bounds, sigma, scale), dx * scale, dy * scale),
  softness: ({ sigma }) => sigma,
  scaled: (filter, by) => ({
    ...filter,
    dx: filter.dx * by,
    dy: filter.dy * by,
    sigma: filter.sigma * by,
  }),
  body: false,
  recolour: (filter, change) => ({ ...filter, colour: change(filter.colour) }),
});
