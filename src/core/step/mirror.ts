import { angle, place, toggle } from '../document/fields';
import { identity, type Matrix, multiply, rotation, scaling, translation } from '../geometry/matrix';
import { boundsMiddle } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { degrees, radians } from '../geometry/vector';
import { type Copy, copyOutline, fullCopies } from './copies';
import { defineStep } from './definition';

interface Mirror {
  axisX: number;
  axisY: number;
  /** Degrees clockwise from upright. */
  axisAngle: number;
  keep: boolean;
  unite: boolean;
}

/** Reflection about the axis. */
function reflection({ axisX, axisY, axisAngle }: Mirror): Matrix {
  const there = multiply(translation(axisX, axisY), rotation(axisAngle));
  const back = multiply(rotation(-axisAngle), translation(-axisX, -axisY));
  return multiply(multiply(there, scaling(-1, 1)), back);
}

const copies = (p: Mirror): Copy[] => fullCopies(p.keep ? [identity, reflection(p)] : [reflection(p)]);

/** How far from the axis's point its second grip stands. */
const armOf = (b: { x0: number; y0: number; x1: number; y1: number }): number =>
  Math.max(b.x1 - b.x0, b.y1 - b.y0, 1) * 0.6;

const alongAxis = (p: Mirror, l: number): Point => {
  const a = radians(p.axisAngle);
  return { x: p.axisX + l * Math.sin(a), y: p.axisY - l * Math.cos(a) };
};

/** The outline and its mirror image about an axis, which lies in the part's own coordinates. */
export const mirror = defineStep<Mirror>({
  kind: 'mirror',
  label: 'Mirror',
  about: 'A mirror image across an axis.',
  alsoKnown: ['flip', 'reflect', 'symmetry'],
  fields: [
    ...place('axisX', 'axisY', 'Axis', 'A point that the axis goes through.'),
    angle('axisAngle', 'Turn of the axis', 'Clockwise from upright.', -360, 360),
    toggle('keep', 'Keep the original', 'Whether the shape stays beside its mirror image.'),
    toggle('unite', 'Unite copies', 'One outline of both halves.'),
  ],
  defaults: { axisX: 0, axisY: 0, axisAngle: 0, keep: true, unite: true },
  copies,
  apply: (outline, p) => copyOutline(outline, copies(p), p.unite && p.keep),
  suited(b, { axes: [axis] }) {
    const middle = boundsMiddle(b);
    if (!axis) return { axisX: b.x1, axisY: middle.y };
    // Its grip stands beside the part.
    const a = radians(axis.angle);
    const along = (middle.x - axis.x) * Math.sin(a) - (middle.y - axis.y) * Math.cos(a);
    return {
      axisX: axis.x + along * Math.sin(a),
      axisY: axis.y - along * Math.cos(a),
      axisAngle: axis.angle,
    };
  },
  handles(p, { bounds }) {
    const arm = armOf(bounds);
    const foot = alongAxis(p, -arm);
    return [
      { id: 'turn', sets: ['axisAngle'], ...alongAxis(p, arm), from: foot },
      { id: 'axis', sets: ['axisX', 'axisY'], x: p.axisX, y: p.axisY },
    ];
  },
  drag(p, handle, to) {
    if (handle === 'axis') return { params: { axisX: to.x, axisY: to.y } };
    const a = degrees(Math.atan2(to.x - p.axisX, p.axisY - to.y));
    // Near to upright, level and the diagonals it stands exactly so.
    const eighth = Math.round(a / 45) * 45;
    return { params: { axisAngle: Math.abs(a - eighth) < 2 ? eighth : a } };
  },
});
