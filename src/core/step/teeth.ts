import { type ToothForm, toothedPath, toothForms } from '../bend/teeth';
import { choice, length, onlyIf, share } from '../document/fields';
import { budget, Tally } from '../geometry/budget';
import { mapPaths } from '../outline/pieces';
import { defineStep, StepFault } from './definition';

interface TeethParams {
  readonly form: ToothForm;
  readonly length: number;
  readonly height: number;
  readonly gap: number;
  readonly lean: number;
}

/** A row of points, rounds or blocks along the outline. */
export const teeth = defineStep<TeethParams>({
  kind: 'teeth',
  label: 'Teeth',
  about: 'A row of points, rounds or blocks along the outline, a whole number on every side.',
  alsoKnown: ['gear', 'scallop', 'zigzag', 'perforation', 'saw', 'crenel'],
  fields: [
    choice('form', 'Form', 'What a tooth looks like.', toothForms),
    length('length', 'Length', 'Of a tooth with its gap, as near as whole ones fit on a side.', 0),
    length('height', 'Height', 'How far teeth stand out; below 0 they are cut in.'),
    share('gap', 'Gap', 'Share of that length left as it is between two teeth.', 0, 0.95),
    onlyIf('form', ['points', 'rounds'], share('lean', 'Lean', 'How far tops stand off the middle.', -1, 1)),
  ],
  defaults: { form: 'points', length: 40, height: 20, gap: 0, lean: 0 },
  apply(outline, p) {
    if (p.height === 0) return outline;
    if (!(p.length > 0)) throw new StepFault('A tooth must have a length: give it one above 0.');
    const tally = new Tally(
      budget().combined,
      'With its teeth it would have more than',
      'segments; the most is',
    );
    return mapPaths(outline, (path) => toothedPath(path, p, tally));
  },
  suited(b) {
    const size = Math.max(b.x1 - b.x0, b.y1 - b.y0);
    return { length: Math.max(1, Math.round(size / 12)), height: Math.max(1, Math.round(size / 24)) };
  },
  handles(p, { outline, bounds }) {
    const first = outline[0]?.path.contours[0]?.xy;
    if (!first) return [];
    // How high one stands is told above the topmost edge.
    const from = { x: (bounds.x0 + bounds.x1) / 2, y: bounds.y0 };
    return [{ id: 'height', sets: ['height'], x: from.x, y: from.y - p.height, from }];
  },
  drag: (_, __, to, { bounds }) => ({ params: { height: bounds.y0 - to.y } }),
});
