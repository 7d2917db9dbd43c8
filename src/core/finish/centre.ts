import { type Field, share } from '../document/fields';
import type { Handle } from '../document/handles';
import type { Bounds } from '../geometry/path';
import type { Point } from '../geometry/vector';

/** A place on a part's bounds, as shares of their sides. */
export interface Centre {
  readonly centreX: number;
  readonly centreY: number;
}

/** The fields of such a place. */
export const centreFields: readonly [Field, Field] = [
  share('centreX', 'Centre x', 'On the part’s bounds.', -10, 10),
  share('centreY', 'Centre y', 'On the part’s bounds.', -10, 10),
];

/** Where it is, in the part's coordinates. */
export const centreOf = ({ centreX, centreY }: Centre, b: Bounds): Point => ({
  x: b.x0 + centreX * (b.x1 - b.x0),
  y: b.y0 + centreY * (b.y1 - b.y0),
});

/** What it is where it lies at a place. */
export const centreAt = (to: Point, b: Bounds): Centre => ({
  centreX: (to.x - b.x0) / (b.x1 - b.x0 || 1),
  centreY: (to.y - b.y0) / (b.y1 - b.y0 || 1),
});

/** The grip on it. */
export const centreGrip = (p: Centre, b: Bounds): Handle => ({
  id: 'centre',
  sets: ['centreX', 'centreY'],
  ...centreOf(p, b),
});
