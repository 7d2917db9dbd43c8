import { offsetPath } from '../arrange/offset';
import type { Join } from '../arrange/outline';
import { later, length, lengths } from '../document/fields';
import { joinField, miterField } from '../document/stroke';
import { filled, mapPaths } from '../outline/pieces';
import { defineStep, StepFault } from './definition';

/** Greatest distance of an offset, sheet units. */
const limit = 10_000;

/** The outline moved outwards (positive) or inwards by a distance; more distances give more outlines. */
export const offsetOutline = defineStep({
  kind: 'offset',
  label: 'Offset',
  about: 'The outline moved outwards or inwards everywhere by a distance.',
  alsoKnown: ['inset', 'outset', 'expand', 'contour'],
  fields: [
    length('distance', 'Distance', 'Outwards, or inwards below 0.', -limit, limit),
    later(lengths('also', 'And also at', 'More distances, an outline each.', -limit), []),
    joinField,
    miterField,
  ],
  defaults: {
    distance: 10,
    also: [] as readonly number[],
    join: 'round' as Join,
    miterLimit: 4,
  },
  times: ({ also }) => 1 + also.length,
  apply(outline, { distance, also, join, miterLimit }) {
    // The outermost lies lowest, so that each fill leaves the next to be seen.
    const distances = [...new Set([distance, ...also])].sort((a, b) => b - a);
    const out = distances.flatMap((d) =>
      filled(mapPaths(outline, (p) => offsetPath(p, d, { join, miterLimit }))),
    );
    if (!out.length && outline.length) throw new StepFault('The offset swallows the whole shape.');
    return out;
  },
  note(outline, { distance, also, join, miterLimit }) {
    const gone = [distance, ...also].filter(
      (d) => d < 0 && outline.every(({ path }) => !offsetPath(path, d, { join, miterLimit }).contours.length),
    );
    return gone.length ? `Nothing is left of the shape at ${gone.join(', ')}.` : null;
  },
  handles: ({ distance }, { bounds }) => [
    {
      id: 'distance',
      x: bounds.x1 + distance,
      y: (bounds.y0 + bounds.y1) / 2,
      from: { x: bounds.x1, y: (bounds.y0 + bounds.y1) / 2 },
    },
  ],
  drag: (_, __, to, { bounds }) => ({ params: { distance: to.x - bounds.x1 } }),
});
