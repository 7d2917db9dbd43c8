import { type Bend, bendPath } from '../bend/bend-path';
import type { PlaneMap } from '../bend/map';
import { unbend } from '../bend/unbend';
import type { HandleContext } from '../document/handles';
import { budget, Tally } from '../geometry/budget';
import { identity } from '../geometry/matrix';
import { mapPaths } from '../outline/pieces';
import type { Unbent } from '../scene/unbent';
import { defineStep, type StepDefinition } from './definition';

/** How far a bent curve may lie from the true one: this share of the part's size, and no more than so many sheet units. */
const fineness = { share: 2e-5, most: 0.01 } as const;
/** The same for a projection, which few pieces follow closely. */
const projected = 1e-3;

/** How exactly curves follow what is bent within bounds, in its own units, and the count of what they come to. */
export const followed = ({ bounds: b }: Pick<HandleContext, 'bounds'>): Omit<Bend, 'map'> => ({
  tolerance: Math.min(fineness.most, Math.max(1e-6, fineness.share * Math.max(b.x1 - b.x0, b.y1 - b.y0))),
  tally: new Tally(budget().combined, 'Bent it would have more than', 'segments; the most is'),
});

/** A map as it is put to work on something within bounds. */
export function bendOf(map: PlaneMap, context: Pick<HandleContext, 'bounds'>): Bend {
  const { tolerance, tally } = followed(context);
  let made: Unbent | null = null;
  return {
    map,
    tally,
    tolerance: map.homography ? Math.min(projected, tolerance) : tolerance,
    whole: {
      matrix: identity,
      unbent() {
        made ??= unbend(map, context.bounds);
        return made;
      },
    },
  };
}

/** A step that carries every place of the part somewhere else; null where it carries none. */
type BendDefinition<P extends object> = Omit<StepDefinition<P>, 'apply' | 'copies'> & {
  map(params: P, context: HandleContext): PlaneMap | null;
};

export const defineBend = <P extends object>(d: BendDefinition<P>): StepDefinition<P> =>
  defineStep({
    ...d,
    apply(outline, params, context) {
      const map = d.map(params, context);
      if (!map) return outline;
      const bend = bendOf(map, context);
      return mapPaths(outline, (path) => bendPath(path, bend));
    },
  });
