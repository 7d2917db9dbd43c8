import type { MixFilter } from '../types';
import { defineFilter } from './definition';

export const mixFilter = defineFilter<MixFilter>({
  kind: 'mix',
  spread: (_, bounds) => bounds,
  body: true,
  recolour: (filter) => filter,
});
