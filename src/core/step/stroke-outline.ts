import { dashPath } from '../arrange/dash';
import { strokeAlignments, strokeOutline } from '../arrange/offset';
import { capKinds, joinKinds } from '../arrange/outline';
import { choice, length, lengths, number, size } from '../document/fields';
import { defineStep, StepFault } from './definition';

interface Stroke {
  width: number;
  align: (typeof strokeAlignments)[number];
  join: (typeof joinKinds)[number];
  cap: (typeof capKinds)[number];
  miterLimit: number;
  dashes: readonly number[];
  dashOffset: number;
}

/** The area a stroke along the outline would cover, as an outline of its own. */
export const strokeStep = defineStep<Stroke>({
  kind: 'outline-stroke',
  fields: [
    size('width'),
    choice('align', strokeAlignments),
    choice('join', joinKinds),
    choice('cap', capKinds),
    number('miterLimit', 1, 100, 0.5),
    lengths('dashes'),
    length('dashOffset'),
  ],
  defaults: {
    width: 12,
    align: 'centre',
    join: 'miter',
    cap: 'butt',
    miterLimit: 4,
    dashes: [],
    dashOffset: 0,
  },
  apply(outline, p) {
    const out = outline
      .map((path) =>
        strokeOutline(path, p, p.align, p.dashes.length ? dashPath(path, p.dashes, p.dashOffset) : path),
      )
      .filter((path) => path.contours.length);
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
