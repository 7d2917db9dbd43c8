import type { TonesFilter } from '../types';
import { defineFilter } from './definition';

export const tonesFilter = defineFilter<TonesFilter>({
  kind: 'tones',
  spread: (_, bounds) => bounds,
  body: true,
  recolour: (filter, change) => ({
    ...filter,
    ...(filter.steps ? { steps: filter.steps.map((s) => ({ ...s, colour: change(s.colour) })) } : {}),
  }),
});
