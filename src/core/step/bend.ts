import { bendPath } from '../bend/bend-path';
import type { PlaneMap } from '../bend/map';
import type { HandleContext } from '../document/handles';
import { mapPaths } from '../outline/pieces';
import { defineStep, type StepDefinition } from './definition';

/** How far a bent curve may lie from the true one: this share of the part's size, and no more than so many sheet units. */
const fineness = { share: 2e-5, most: 0.01 } as const;

/** How exactly something within bounds is bent, in its own units. */
export function bendTolerance({ bounds: b }: Pick<HandleContext, 'bounds'>): number {
  const size = Math.max(b.x1 - b.x0, b.y1 - b.y0);
  return Math.min(fineness.most, Math.max(1e-6, fineness.share * size));
}

/** A step that carries every place of the part somewhere else; null where it carries none. */
export type BendDefinition<P extends object> = Omit<StepDefinition<P>, 'apply' | 'copies'> & {
  map(params: P, context: HandleContext): PlaneMap | null;
};

/** Curves that a bend may make of one, at the most on average: counted before they are made. */
const pieces = 6;

export const defineBend = <P extends object>(d: BendDefinition<P>): StepDefinition<P> =>
  defineStep({
    times: () => pieces,
    ...d,
    apply(outline, params, context) {
      const map = d.map(params, context);
      return map ? mapPaths(outline, (path) => bendPath(path, map, bendTolerance(context))) : outline;
    },
  });
