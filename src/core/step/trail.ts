import { angle, count, later, length, number, place, share, toggle } from '../document/fields';
import { applyTo, type Matrix, multiply, rotation, scaling, translation } from '../geometry/matrix';
import { boundsMiddle } from '../geometry/path';
import { type Copy, copyOutline } from './copies';
import { defineStep, StepFault } from './definition';

interface Trail {
  count: number;
  stepX: number;
  stepY: number;
  stepTurn: number;
  stepScale: number;
  /** How much of each copy shows against the one before, 0–1. */
  stepOpacity: number;
  centreX: number;
  centreY: number;
  nearestInFront: boolean;
  unite: boolean;
}

/** From one copy to the next: scaled and turned about the reference point, then moved. */
function stride(p: Trail): Matrix {
  const about = multiply(translation(p.centreX, p.centreY), rotation(p.stepTurn));
  const scaled = multiply(multiply(about, scaling(p.stepScale)), translation(-p.centreX, -p.centreY));
  return multiply(translation(p.stepX, p.stepY), scaled);
}

function copies(p: Trail): Copy[] {
  const one = stride(p);
  const out: Matrix[] = [[1, 0, 0, 1, 0, 0]];
  while (out.length < p.count) {
    const next = multiply(one, out[out.length - 1]);
    if (!next.every((v) => Math.abs(v) < 1e9)) throw new StepFault('The copies grow beyond all bounds.');
    out.push(next);
  }
  const all = out.map((matrix, i): Copy => ({ matrix, opacity: p.stepOpacity ** i }));
  return p.nearestInFront ? all.toReversed() : all;
}

/** Copies in a row, each moved, turned and scaled from the one before. */
export const trail = defineStep<Trail>({
  kind: 'trail',
  label: 'Trail',
  about: 'Copies that step on, turn and grow.',
  alsoKnown: ['step and repeat', 'duplicate'],
  fields: [
    count('count', 'Copies', 'How many there are, the first included.', 1, 1000),
    length('stepX', 'Step x', 'From each copy to the next, across.'),
    length('stepY', 'Step y', 'From each copy to the next, downwards.'),
    angle('stepTurn', 'Turn each by', 'Of each copy against the one before.', -360, 360),
    number('stepScale', 'Scale each by', 'Size of each copy against the one before.', 0.01, 100, 0.01),
    ...place('centreX', 'centreY', 'Centre', 'The point that copies turn and grow about.'),
    toggle('nearestInFront', 'First in front', 'The first copy lies on top.'),
    toggle('unite', 'Unite copies', 'One outline of all copies.'),
    later(
      share('stepOpacity', 'Opacity each by', 'Share of each copy that shows, against the one before.'),
      1,
    ),
  ],
  defaults: {
    count: 6,
    stepX: 40,
    stepY: 0,
    stepTurn: 0,
    stepScale: 1,
    centreX: 0,
    centreY: 0,
    nearestInFront: true,
    unite: false,
    stepOpacity: 1,
  },
  copies,
  apply: (outline, p) => copyOutline(outline, copies(p), p.unite),
  suited: (b) => ({
    stepX: (b.x1 - b.x0) * 1.2,
    centreX: boundsMiddle(b).x,
    centreY: boundsMiddle(b).y,
  }),
  handles(p, { bounds }) {
    const from = boundsMiddle(bounds);
    return [
      { id: 'centre', sets: ['centreX', 'centreY'], x: p.centreX, y: p.centreY },
      { id: 'next', ...applyTo(stride(p), from), from },
    ];
  },
  drag(p, handle, to, { bounds }) {
    if (handle === 'centre') return { params: { centreX: to.x, centreY: to.y } };
    const now = applyTo(stride({ ...p, stepX: 0, stepY: 0 }), boundsMiddle(bounds));
    return { params: { stepX: to.x - now.x, stepY: to.y - now.y } };
  },
});
