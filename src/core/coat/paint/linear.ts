import type { Linear } from '../types';
import { definePaint } from './definition';
import {
  besideLine,
  coverGradient,
  endsOf,
  gradientDefaults,
  gradientFields,
  movedEnds,
  shareAlong,
  stopHandles,
  stopsSchema,
  storedGradient,
  withEndAt,
  withHandleAt,
} from './gradient';

export const linear = definePaint<Linear>({
  kind: 'linear',
  defaults: { kind: 'linear', x1: 0, y1: 0, x2: 0, y2: 1, ...gradientDefaults },
  fields: gradientFields,
  stored: storedGradient,
  schema: stopsSchema,
  cover: (paint, { bounds }) => coverGradient(paint, bounds),
  handles(paint, bounds) {
    const [a, b] = endsOf(paint, bounds);
    const at = (t: number) => ({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t });
    return [{ id: 'end', ...b, from: a }, { id: 'start', ...a }, ...stopHandles(paint, at, besideLine(a, b))];
  },
  drag: (paint, handle, to, bounds) =>
    handle === 'start' || handle === 'end'
      ? withEndAt(paint, handle, to, bounds, false)
      : withHandleAt(paint, handle, shareAlong(paint, to, bounds)),
  typed: (paint, handle, value) => (handle.includes('-') ? withHandleAt(paint, handle, value / 100) : null),
  moved: movedEnds,
});
