import { invert, type Matrix, rotation, translation } from '../../geometry/matrix';
import {
  type Bounds,
  boundsCorners,
  growBounds,
  joinBounds,
  meetBounds,
  transformBounds,
} from '../../geometry/path';
import { degrees, type Point } from '../../geometry/vector';
import type { AlongFilter, AroundFilter, AwayFilter, FlowFilter } from '../types';
import { defineFilter, type FilterDefinition, gaussianReach } from './definition';

/** The motion of the plane that one kind of blur runs along, by the number of standard deviations that it has gone. */
interface Motion<F extends FlowFilter> {
  /** Where places have gone, in the node's coordinates. */
  at(filter: F, deviations: number): Matrix;
  /** How far a place goes at once, for one deviation. */
  speed(filter: F, place: Point): Point;
  /** Bounds of all that what lies within bounds passes. */
  swept(filter: F, bounds: Bounds): Bounds;
}

const farthest = (bounds: Bounds, { x, y }: Point): number =>
  Math.max(...boundsCorners(bounds).map((p) => Math.hypot(p.x - x, p.y - y)));

const motions: { readonly [K in FlowFilter['kind']]: Motion<Extract<FlowFilter, { kind: K }>> } = {
  along: {
    at: ({ dx, dy }, s) => translation(s * dx, s * dy),
    speed: ({ dx, dy }) => ({ x: dx, y: dy }),
    swept({ dx, dy }, b) {
      const [w, h] = [gaussianReach(Math.abs(dx)), gaussianReach(Math.abs(dy))];
      return { x0: b.x0 - w, y0: b.y0 - h, x1: b.x1 + w, y1: b.y1 + h };
    },
  },
  around: {
    at: ({ x, y, sigma }, s) => rotation(degrees(s * sigma), x, y),
    speed: ({ x, y, sigma }, p) => ({ x: -sigma * (p.y - y), y: sigma * (p.x - x) }),
    swept(filter, b) {
      const { x, y, sigma } = filter;
      const far = farthest(b, filter);
      // No place goes farther than its way along the circle, and none leaves its circle.
      const circle = { x0: x - far, y0: y - far, x1: x + far, y1: y + far };
      return meetBounds(growBounds(b, gaussianReach(sigma) * far), circle) ?? b;
    },
  },
  away: {
    at: ({ x, y, sigma }, s) => scaledAbout(Math.exp(s * sigma), x, y),
    speed: ({ x, y, sigma }, p) => ({ x: sigma * (p.x - x), y: sigma * (p.y - y) }),
    swept(filter, b) {
      const { x, y, sigma } = filter;
      const k = Math.exp(gaussianReach(sigma));
      const [out, within] = [k, 1 / k].map((s) => transformBounds(b, scaledAbout(s, x, y)));
      return joinBounds(out, within) ?? b;
    },
  },
};

const scaledAbout = (k: number, x: number, y: number): Matrix => [k, 0, 0, k, x - k * x, y - k * y];

const motionOf = (filter: FlowFilter): Motion<FlowFilter> => motions[filter.kind] as Motion<FlowFilter>;

/** Where places of the node's coordinates have gone after so many standard deviations. */
export const flowAt = (filter: FlowFilter, deviations: number): Matrix =>
  motionOf(filter).at(filter, deviations);

/** How far a place of the node's coordinates goes for one deviation, while it goes as it does there. */
export const flowSpeed = (filter: FlowFilter, place: Point): Point => motionOf(filter).speed(filter, place);

const defineFlow = <F extends FlowFilter>(kind: F['kind']): FilterDefinition<F> =>
  defineFilter<F>({
    kind,
    spread(filter, bounds, matrix) {
      const back = invert(matrix);
      if (!back) return bounds;
      return transformBounds(motionOf(filter).swept(filter, transformBounds(bounds, back)), matrix);
    },
    body: true,
    recolour: (filter) => filter,
  });

export const alongFilter = defineFlow<AlongFilter>('along');
export const aroundFilter = defineFlow<AroundFilter>('around');
export const awayFilter = defineFlow<AwayFilter>('away');
