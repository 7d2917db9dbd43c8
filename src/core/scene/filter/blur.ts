import type { BlurFilter } from '../types';
import { defineFilter, gaussianReach } from './definition';

export const blurFilter = defineFilter<BlurFilter>({
  kind: 'blur',
  reach: ({ sigma }) => ({ out: gaussianReach(sigma), dx: 0, dy: 0 }),
  body: true,
  recolour: (filter) => filter,
});
