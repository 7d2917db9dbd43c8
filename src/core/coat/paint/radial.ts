import { later, share } from '../../document/fields';
import type { Bounds } from '../../geometry/path';
import type { Radial } from '../types';
import { definePaint } from './definition';
import {
  besideLine,
  commonGradient,
  coverGradient,
  endsOf,
  gradientColour,
  gradientDefaults,
  shareAlong,
  stopHandles,
  withEndAt,
  withHandleAt,
} from './gradient';

const own = [
  later(share('ratio', 'Other axis', 'Its length as a share of the first one.', 0.01, 100), 1),
  later(share('focusX', 'Focus along', 'Where the colours start, along the first axis.', -0.999, 0.999), 0),
  later(share('focusY', 'Focus across', 'Where the colours start, along the other axis.', -0.999, 0.999), 0),
];

/** The focus, kept within the circle: outside of it the colours would have no place (SVG 2, radial gradients). */
function focusOf({ focusX, focusY }: Radial): readonly [number, number] | undefined {
  const l = Math.hypot(focusX, focusY);
  if (l === 0) return undefined;
  const k = Math.min(1, 0.999 / l);
  return [focusX * k, focusY * k];
}

const coverOf = (paint: Radial, bounds: Bounds) => coverGradient(paint, bounds, paint.ratio, focusOf(paint));

/** The ellipse in the coordinates of its two axes. */
function axesOf(paint: Radial, bounds: Bounds) {
  const [a, b] = endsOf(paint, bounds);
  const u = { x: b.x - a.x, y: b.y - a.y };
  const v = { x: -u.y * paint.ratio, y: u.x * paint.ratio };
  const at = (x: number, y: number) => ({ x: a.x + u.x * x + v.x * y, y: a.y + u.y * x + v.y * y });
  return { a, b, u, v, at };
}

export const radial = definePaint<Radial>({
  ...commonGradient,
  kind: 'radial',
  label: 'Radial',
  about: 'Colours that run outwards from a centre.',
  alsoKnown: ['gradient'],
  defaults: {
    kind: 'radial',
    x1: 0.5,
    y1: 0.5,
    x2: 1,
    y2: 0.5,
    ratio: 1,
    focusX: 0,
    focusY: 0,
    ...gradientDefaults,
  },
  fields: (paint) => [...commonGradient.fields(paint), ...own],
  stored: [...commonGradient.stored, ...own],
  cover: (paint, { bounds }) => coverOf(paint, bounds),
  colourAt: (paint, p, bounds) => gradientColour(coverOf(paint, bounds), p),
  handles(paint, bounds) {
    const { a, b, at } = axesOf(paint, bounds);
    const focus = focusOf(paint) ?? [0, 0];
    const along = (t: number) => at(focus[0] + (1 - focus[0]) * t, focus[1] * (1 - t));
    return [
      { id: 'end', ...b, from: a, oval: [at(1, 0), at(0, 1)] },
      { id: 'ratio', ...at(0, 1), from: a, small: true },
      { id: 'start', ...a },
      { id: 'focus', ...at(...focus), small: true, aside: besideLine(b, a) },
      ...stopHandles(paint, along, besideLine(a, b)),
    ];
  },
  drag(paint, handle, to, bounds) {
    if (handle === 'start' || handle === 'end') return withEndAt(paint, handle, to, bounds, true);
    const { a, u } = axesOf(paint, bounds);
    const l = u.x * u.x + u.y * u.y || 1;
    const x = ((to.x - a.x) * u.x + (to.y - a.y) * u.y) / l;
    const y = ((to.y - a.y) * u.x - (to.x - a.x) * u.y) / l;
    if (handle === 'ratio') return { ...paint, ratio: Math.min(100, Math.max(0.01, Math.abs(y))) };
    if (handle === 'focus') {
      const r = Math.hypot(x, y / paint.ratio);
      // Near the middle it falls into it.
      const k = r < 0.04 ? 0 : Math.min(1, 0.999 / r);
      return { ...paint, focusX: x * k, focusY: (y / paint.ratio) * k };
    }
    return withHandleAt(paint, handle, shareAlong(paint, to, bounds));
  },
});
