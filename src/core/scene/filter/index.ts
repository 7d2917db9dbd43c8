import type { Filter } from '../types';
import { blurFilter } from './blur';
import type { FilterDefinition } from './definition';
import { shadowFilter } from './shadow';

export type { Reach } from './definition';

const all: { readonly [K in Filter['kind']]: FilterDefinition<Extract<Filter, { kind: K }>> } = {
  shadow: shadowFilter,
  blur: blurFilter,
};

/** What a filter is, by its kind. */
export const filterOf = (filter: Filter): FilterDefinition<Filter> =>
  all[filter.kind] as unknown as FilterDefinition<Filter>;
