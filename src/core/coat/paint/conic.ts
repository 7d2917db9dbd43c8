import type { Conic } from '../types';
import { definePaint } from './definition';
import {
  commonGradient,
  coverGradient,
  endsOf,
  gradientColour,
  gradientDefaults,
  stopHandles,
  withEndAt,
  withHandleAt,
} from './gradient';

export const conic = definePaint<Conic>({
  ...commonGradient,
  kind: 'conic',
  label: 'Conic',
  about: 'Colours that run once round a centre.',
  alsoKnown: ['sweep', 'angular'],
  defaults: { kind: 'conic', x1: 0.5, y1: 0.5, x2: 1, y2: 0.5, ...gradientDefaults },
  cover: (paint, { bounds }) => coverGradient(paint, bounds),
  colourAt: (paint, p, bounds) => gradientColour(coverGradient(paint, bounds), p),
  handles(paint, bounds) {
    const [a, b] = endsOf(paint, bounds);
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const r = Math.hypot(dx, dy);
    const at = (t: number) => {
      const [c, s] = [Math.cos(2 * Math.PI * t), Math.sin(2 * Math.PI * t)];
      return { x: a.x + 0.8 * (dx * c - dy * s), y: a.y + 0.8 * (dx * s + dy * c) };
    };
    return [
      { id: 'end', ...b, from: a, circle: { ...a, r: 0.8 * r } },
      { id: 'start', ...a },
      ...stopHandles(paint, at, { x: 0, y: 0 }),
    ];
  },
  drag(paint, handle, to, bounds) {
    if (handle === 'start' || handle === 'end') return withEndAt(paint, handle, to, bounds, true);
    const [a, b] = endsOf(paint, bounds);
    const turn = Math.atan2(to.y - a.y, to.x - a.x) - Math.atan2(b.y - a.y, b.x - a.x);
    const t = turn / (2 * Math.PI);
    const at = t - Math.floor(t);
    // Where the turn closes stand both 0 and 1: a stop keeps to the end it is nearer to.
    const closes = at < 1e-9 || at > 1 - 1e-9;
    const was = paint.stops[Number(handle.split('-')[1])]?.at ?? 0;
    return withHandleAt(paint, handle, closes ? Math.round(was) : at);
  },
});
