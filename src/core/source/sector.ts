import { angle, share, size } from '../document/fields';
import type { DragResult, Handle } from '../document/handles';
import { arcCubics, type Cubic, lineCubic } from '../geometry/cubic';
import { contourOf, pathOf } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { radians } from '../geometry/vector';
import { defineSource } from './definition';
import {
  angleOf,
  evenly,
  fitRound,
  innerHandle,
  innerShare,
  nearTurn,
  polar,
  radiusHandle,
  sweepTo,
} from './round';

interface Arc {
  radius: number;
  /** Degrees clockwise from the top. */
  from: number;
  sweep: number;
}

const arcFields = [
  size('radius', 'Radius', 'From the centre to the outer edge.'),
  angle('from', 'From', 'Where it begins, clockwise from the top.', -360, 360),
  angle('sweep', 'Sweep', 'How far it goes on clockwise.', -360, 360),
];

const cubicsOf = (radius: number, from: number, sweep: number): Cubic[] =>
  arcCubics(0, 0, radius, radians(from - 90), radians(sweep));

const arcHandles = (p: Arc): Handle[] => [
  radiusHandle(p.radius, p.from + p.sweep / 2),
  { id: 'from', sets: ['from'], ...polar(p.radius, p.from), from: { x: 0, y: 0 } },
  { id: 'to', sets: ['sweep'], ...polar(p.radius, p.from + p.sweep), from: { x: 0, y: 0 } },
];

function dragArc<P extends Arc>(p: P, handle: string, to: Point): DragResult<Arc> {
  if (handle === 'radius') return { params: { radius: Math.hypot(to.x, to.y) } };
  if (handle === 'to') return { params: { sweep: sweepTo(p.from, to, p.sweep) } };
  // The far end stays where it is.
  const near = nearTurn(angleOf(to), p.from);
  const from = near < -360 ? near + 360 : near > 360 ? near - 360 : near;
  const end = p.from + p.sweep;
  const sweep = sweepTo(from, polar(1, end), p.sweep);
  return { params: { from, sweep } };
}

/** An open arc of a circle. */
export const arc = defineSource<Arc>({
  kind: 'arc',
  label: 'Arc',
  about: 'An open part of a circle.',
  alsoKnown: ['curve'],
  open: true,
  fields: arcFields,
  defaults: { radius: 100, from: -60, sweep: 120 },
  outline: ({ radius, from, sweep }) =>
    pathOf(sweep === 0 ? [] : [contourOf(cubicsOf(radius, from, sweep), Math.abs(sweep) >= 360)]),
  fit: fitRound,
  resize: evenly,
  handles: arcHandles,
  drag: dragArc,
});

/** A slice of a disc, or of a ring where `inner`, a share of the radius, is above 0. */
export const sector = defineSource<Arc & { inner: number }>({
  kind: 'sector',
  label: 'Sector',
  about: 'A slice of a disc or of a ring.',
  alsoKnown: ['pie', 'wedge'],
  fields: [
    ...arcFields,
    share('inner', 'Inner radius', 'From the centre to the inner edge, as a share of the radius.', 0, 0.999),
  ],
  defaults: { radius: 100, from: 0, sweep: 90, inner: 0 },
  outline({ radius, from, sweep, inner }) {
    if (sweep === 0 || radius === 0) return pathOf([]);
    const outer = cubicsOf(radius, from, sweep);
    const hole = inner > 0 ? cubicsOf(radius * inner, from + sweep, -sweep) : [];
    if (Math.abs(sweep) >= 360)
      return pathOf([contourOf(outer, true), ...(hole.length ? [contourOf(hole, true)] : [])]);
    const last = outer[outer.length - 1];
    const [x, y] = hole.length ? [hole[0][0], hole[0][1]] : [0, 0];
    const end = hole.length ? hole[hole.length - 1] : null;
    return pathOf([
      contourOf(
        [
          ...outer,
          lineCubic(last[6], last[7], x, y),
          ...hole,
          lineCubic(end ? end[6] : 0, end ? end[7] : 0, outer[0][0], outer[0][1]),
        ],
        true,
      ),
    ]);
  },
  fit: fitRound,
  resize: evenly,
  handles: (p) => [...arcHandles(p), innerHandle(p.radius, p.inner, p.from + p.sweep / 3)],
  drag: (p, handle, to) =>
    handle === 'inner'
      ? { params: { inner: innerShare(p.radius, to, 0, 0.999, p.inner) } }
      : dragArc(p, handle, to),
});
