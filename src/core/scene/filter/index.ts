import type { Filter } from '../types';
import { blurFilter } from './blur';
import type { FilterDefinition } from './definition';
import { edgeBlurFilter } from './edge-blur';
import { alongFilter, aroundFilter, awayFilter } from './flow';
import { mixFilter } from './mix';
import { shadowFilter } from './shadow';
import { tonesFilter } from './tones';

const all: { readonly [K in Filter['kind']]: FilterDefinition<Extract<Filter, { kind: K }>> } = {
  shadow: shadowFilter,
  blur: blurFilter,
  along: alongFilter,
  around: aroundFilter,
  away: awayFilter,
  'edge-blur': edgeBlurFilter,
  tones: tonesFilter,
  mix: mixFilter,
};

/** What a filter is, by its kind. */
export const filterOf = (filter: Filter): FilterDefinition<Filter> =>
  all[filter.kind] as unknown as FilterDefinition<Filter>;
