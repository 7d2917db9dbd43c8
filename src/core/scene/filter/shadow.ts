import type { ShadowFilter } from '../types';
import { defineFilter, gaussianReach } from './definition';

export const shadowFilter = defineFilter<ShadowFilter>({
  kind: 'shadow',
  reach: ({ sigma, dx, dy }) => ({ out: gaussianReach(sigma), dx, dy }),
  body: false,
  recolour: (filter, change) => ({ ...filter, colour: change(filter.colour) }),
});
