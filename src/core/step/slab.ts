import { combine } from '../arrange/combine';
import { solidOf } from '../depth/solid';
import type { AlongView, View } from '../depth/view';
import { angle, choice, size } from '../document/fields';
import { boundsMiddle } from '../geometry/path';
import { degrees, turnOf } from '../geometry/vector';
import { commonMarks, pathsOf } from '../outline/pieces';
import type { Outline } from '../outline/types';
import { defineStep, StepFault } from './definition';

/** What is left of the solid for what comes after. */
export type Makes = 'solid' | 'sides' | 'back' | 'whole';

export const makesField = choice(
  'makes',
  'Makes',
  'What of the solid is there: all of it, its sides, its far end, or one outline of all.',
  {
    solid: 'Solid',
    sides: 'Sides',
    back: 'Far end',
    whole: 'One outline',
  } satisfies Readonly<Record<Makes, string>>,
);

/** The outline as a solid seen in a view, or what is asked for of it. */
export function asSolid(outline: Outline, view: View, makes: Makes): Outline {
  const { back, sides, front } = solidOf(outline, view);
  if (makes === 'back') return back;
  if (makes === 'sides') return sides;
  const all = [...sides, ...front];
  if (makes === 'solid') return all;
  return [{ ...commonMarks(outline), path: combine('union', pathsOf([...all, ...back])) }];
}

interface Slab {
  /** Degrees clockwise from level to the right. */
  angle: number;
  depth: number;
  makes: Makes;
}

function viewOf({ angle: turn, depth }: Slab): AlongView {
  const { cos, sin } = turnOf(turn);
  return { kind: 'along', dx: cos * depth, dy: sin * depth };
}

/** Thickness along one direction: true sides from the outline to its shifted image, which is as large. */
export const slab = defineStep<Slab>({
  kind: 'slab',
  label: 'Slab',
  about: 'Thickness along one direction, the far end as large as the front.',
  alsoKnown: ['extrude', 'block shadow', 'thickness', '3d'],
  fields: [
    angle('angle', 'Direction', 'Of the far end, clockwise from level to the right.', -360, 360),
    size('depth', 'Depth', 'How far the far end lies off.'),
    makesField,
  ],
  // With the usual lamp one side is lit and one is not.
  defaults: { angle: 135, depth: 40, makes: 'solid' },
  makesSolid: true,
  apply(outline, p) {
    if (p.depth === 0) return outline;
    const made = asSolid(outline, viewOf(p), p.makes);
    if (!made.length && outline.length) throw new StepFault('There is no area to give thickness to.');
    return made;
  },
  note: (_, { depth }) => (depth === 0 ? 'At a depth of 0 there is no thickness.' : null),
  suited: (b) => ({ depth: Math.max(1, Math.round(Math.min(b.x1 - b.x0, b.y1 - b.y0) * 0.2)) }),
  handles(p, { bounds }) {
    const from = boundsMiddle(bounds);
    const { dx, dy } = viewOf(p);
    return [{ id: 'far', sets: ['depth', 'angle'], x: from.x + dx, y: from.y + dy, from }];
  },
  drag(_, __, to, { bounds }) {
    const { x, y } = boundsMiddle(bounds);
    return {
      params: { angle: degrees(Math.atan2(to.y - y, to.x - x)), depth: Math.hypot(to.x - x, to.y - y) },
    };
  },
});
