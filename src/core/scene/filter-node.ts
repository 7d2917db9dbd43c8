import type { Filter, FilterNode, SceneNode } from './types';

/** What a filter makes of nodes, opaque and plain but for what is said. */
export const filterNode = (
  filter: Filter,
  children: readonly SceneNode[],
  values: Partial<Pick<FilterNode, 'opacity' | 'blend'>> = {},
): FilterNode => ({ type: 'filter', filter, children, opacity: 1, blend: 'normal', ...values });
