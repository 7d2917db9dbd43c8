import { angle, count, later, length, number, place, share, toggle } from '../document/fields';
import { applyTo, type Matrix, multiply, rotation, scaling, translation } from '../geometry/matrix';
import type { Bounds } from '../geometry/path';
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

const middle = (b: Bounds) => ({ x: (b.x0 + b.x1) / 2, y: (b.y0 + b.y1) / 2 });

/** Copies in a row, each moved, turned and scaled from the one before. */
export const trail = defineStep<Trail>({
  kind: 'trail',
  fields: [
    count('count', 1, 1000),
    length('stepX'),
    length('stepY'),
    angle('stepTurn', -360, 360),
    number('stepScale', 0.01, 100, 0.01),
    ...place('centreX', 'centreY'),
    toggle('nearestInFront'),
    toggle('unite'),
    later(share('stepOpacity'), 1),
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
    centreX: middle(b).x,
    centreY: middle(b).y,
  }),
  handles(p, { bounds }) {
    const from = middle(bounds);
    return [
      { id: 'centre', sets: ['centreX', 'centreY'], x: p.centreX, y: p.centreY },
      { id: 'next', ...applyTo(stride(p), from), from },
    ];
  },
  drag(p, handle, to, { bounds }) {
    if (handle === 'centre') return { params: { centreX: to.x, centreY: to.y } };
    const now = applyTo(stride({ ...p, stepX: 0, stepY: 0 }), middle(bounds));
    return { params: { stepX: to.x - now.x, stepY: to.y - now.y } };
  },
});
