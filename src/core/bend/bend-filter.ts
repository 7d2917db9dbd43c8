import { type Bounds, boundsMiddle } from '../geometry/path';
import type { Filter } from '../scene/types';
import { type Bend, bendPath } from './bend-path';
import { jacobianOf } from './map';

type Bender<F> = (filter: F, bend: Bend, bounds: Bounds) => F;

/** A place of a filter goes where the map takes it; angles and shares stay. */
function withPlace<F extends { readonly x: number; readonly y: number }>(filter: F, { map }: Bend): F {
  const { x, y } = map.at(filter.x, filter.y);
  return { ...filter, x, y };
}

/** How each kind of filter that lies somewhere goes along with a map; others mean sheet units whatever happens. */
const benders: { readonly [K in Filter['kind']]: Bender<Extract<Filter, { kind: K }>> | null } = {
  shadow: null,
  blur: null,
  along(filter, { map }, bounds) {
    const m = boundsMiddle(bounds);
    const [a, b, c, d] = jacobianOf(map, m.x, m.y);
    return { ...filter, dx: a * filter.dx + c * filter.dy, dy: b * filter.dx + d * filter.dy };
  },
  around: withPlace,
  away: withPlace,
  'edge-blur': (filter, bend) => ({ ...filter, path: bendPath(filter.path, bend) }),
};

/** A filter under a map of what it is given; `bounds` are those of that. */
export function bendFilter(filter: Filter, bend: Bend, bounds: Bounds | null): Filter {
  const bender = benders[filter.kind] as Bender<Filter> | null;
  return bender && bounds ? bender(filter, bend, bounds) : filter;
}
