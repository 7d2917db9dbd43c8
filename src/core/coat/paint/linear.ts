import type { Linear } from '../types';
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

export const linear = definePaint<Linear>({
  ...commonGradient,
  kind: 'linear',
  label: 'Linear',
  about: 'Colours that run from one place to another.',
  alsoKnown: ['gradient'],
  defaults: { kind: 'linear', x1: 0, y1: 0, x2: 0, y2: 1, ...gradientDefaults },
  cover: (paint, { bounds }) => coverGradient(paint, bounds),
  colourAt: (paint, p, bounds) => gradientColour(coverGradient(paint, bounds), p),
  handles(paint, bounds) {
    const [a, b] = endsOf(paint, bounds);
    const at = (t: number) => ({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t });
    return [{ id: 'end', ...b, from: a }, { id: 'start', ...a }, ...stopHandles(paint, at, besideLine(a, b))];
  },
  drag: (paint, handle, to, bounds) =>
    handle === 'start' || handle === 'end'
      ? withEndAt(paint, handle, to, bounds, false)
      : withHandleAt(paint, handle, shareAlong(paint, to, bounds)),
});
