import type { TowardView } from '../depth/view';
import { onlyIf, place, share, sibling } from '../document/fields';
import type { HandleContext } from '../document/handles';
import { boundsMiddle } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { defineStep, StepFault } from './definition';
import { asSolid, type Makes, makesField } from './slab';

interface Vanish {
  /** Id of the sibling whose middle is the vanishing point, or nothing for the numbers. */
  pointOn: string;
  pointX: number;
  pointY: number;
  /** Size of the far end against the front, 0–1. */
  rest: number;
  makes: Makes;
}

const pointOf = (p: Vanish, { centre }: HandleContext): Point => centre ?? { x: p.pointX, y: p.pointY };

function viewOf(p: Vanish, context: HandleContext): TowardView {
  const { bounds: b } = context;
  const v = pointOf(p, context);
  // On an edge it would be no side's and every side's: a hair beside it, it is plain.
  const hair = 1e-6 * Math.hypot(b.x1 - b.x0, b.y1 - b.y0);
  return { kind: 'toward', x: v.x + hair, y: v.y + hair, rest: p.rest };
}

/** Thickness toward a vanishing point: the far end is smaller the farther off it lies. */
export const vanish = defineStep<Vanish>({
  kind: 'vanish',
  label: 'Vanish',
  about: 'Thickness toward a vanishing point.',
  alsoKnown: ['extrude', 'perspective', 'thickness', '3d'],
  fields: [
    sibling('pointOn', 'Vanishes at', 'The part whose middle is the vanishing point, in place of the point.'),
    ...place('pointX', 'pointY', 'Vanishing point', 'Where everything runs to.').map((f) =>
      onlyIf('pointOn', '', f),
    ),
    share('rest', 'Far end', 'Its size against the front.', 0, 0.999),
    makesField,
  ],
  defaults: { pointOn: '', pointX: 0, pointY: 300, rest: 0.7, makes: 'solid' },
  makesSolid: true,
  alone: (_, context) => ({
    ...(context?.centre ? { pointX: context.centre.x, pointY: context.centre.y } : {}),
    pointOn: '',
  }),
  apply(outline, p, context) {
    const made = asSolid(outline, viewOf(p, context), p.makes);
    if (!made.length && outline.length)
      throw new StepFault(p.makes === 'sides' ? insideWords : 'There is no area to give thickness to.');
    return made;
  },
  note: (outline, p, context) =>
    p.makes === 'solid' && asSolid(outline, viewOf(p, context), 'sides').length === 0 ? insideWords : null,
  suited: (b) => ({
    pointX: boundsMiddle(b).x,
    pointY: b.y1 + (b.y1 - b.y0) * 1.5,
  }),
  handles(p, context) {
    const v = pointOf(p, context);
    const from = boundsMiddle(context.bounds);
    return [
      {
        id: 'far',
        sets: ['rest'],
        x: v.x + (from.x - v.x) * p.rest,
        y: v.y + (from.y - v.y) * p.rest,
        from,
      },
      { id: 'point', sets: ['pointX', 'pointY'], ...v, from },
    ];
  },
  drag(p, handle, to, context) {
    if (handle === 'point') return { params: { pointX: to.x, pointY: to.y, pointOn: '' } };
    const v = pointOf(p, context);
    const from = boundsMiddle(context.bounds);
    const [dx, dy] = [from.x - v.x, from.y - v.y];
    const l = dx * dx + dy * dy;
    return l > 0 ? { params: { rest: ((to.x - v.x) * dx + (to.y - v.y) * dy) / l } } : { params: {} };
  },
});

const insideWords = 'From this vanishing point no side can be seen: it lies inside the shape.';
