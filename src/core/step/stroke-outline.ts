import { type StrokeShape, strokeArea, strokeFields } from '../document/stroke';
import { filled, mapPaths } from '../outline/pieces';
import { defineStep, StepFault } from './definition';

/** The area a stroke along the outline would cover, as an outline of its own. */
export const strokeStep = defineStep<StrokeShape>({
  kind: 'outline-stroke',
  label: 'Outline of a stroke',
  about: 'What a stroke would cover becomes the outline.',
  alsoKnown: ['expand', 'thicken'],
  fields: strokeFields,
  defaults: {
    width: 12,
    align: 'centre',
    join: 'miter',
    cap: 'butt',
    miterLimit: 4,
    dashes: [],
    dashOffset: 0,
  },
  times: () => 1,
  apply(outline, p) {
    const out = filled(mapPaths(outline, (path) => strokeArea(path, p)));
    if (!out.length && outline.length) throw new StepFault('A stroke of this width covers nothing.');
    return out;
  },
  handles: ({ width }, { bounds: b }) => [
    {
      id: 'width',
      sets: ['width'],
      x: b.x1 + width / 2,
      y: (b.y0 + b.y1) / 2,
      from: { x: b.x1, y: (b.y0 + b.y1) / 2 },
    },
  ],
  drag: (_, __, to, { bounds }) => ({ params: { width: 2 * Math.abs(to.x - bounds.x1) } }),
});
