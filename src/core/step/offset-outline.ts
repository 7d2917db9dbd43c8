import { offsetPath } from '../arrange/offset';
import { joinKinds } from '../arrange/outline';
import { choice, length, number } from '../document/fields';
import { defineStep, StepFault } from './definition';

/** The outline moved outwards (positive) or inwards by a distance. */
export const offsetOutline = defineStep({
  kind: 'offset',
  fields: [length('distance', -10_000, 10_000), choice('join', joinKinds), number('miterLimit', 1, 100, 0.5)],
  defaults: { distance: 10, join: 'round' as (typeof joinKinds)[number], miterLimit: 4 },
  apply(outline, { distance, join, miterLimit }) {
    const out = outline
      .map((p) => offsetPath(p, distance, { join, miterLimit }))
      .filter((p) => p.contours.length);
    if (!out.length && outline.length) throw new StepFault('The offset swallows the whole shape.');
    return out;
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
