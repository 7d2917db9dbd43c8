import { alongRun, mapOverRun, placeIn, put, runOver } from '../bend/run';
import { share } from '../document/fields';
import { defineBend } from './bend';
import { directionField, directionHandle, directionTo } from './run-direction';

interface Taper {
  /** Width of the far end against the near one. */
  readonly end: number;
  /** Which line stays straight: 0 the upper edge, 1 the lower one. */
  readonly straight: number;
  readonly direction: number;
}

/** The width at a share of the length, 1 at its start; beyond the ends it levels out above nothing. With its slope. */
function widthAt(u: number, end: number): readonly [number, number] {
  if (u >= 0 && u <= 1) return [1 + (end - 1) * u, end - 1];
  // A hyperbola goes on with the same slope at either end.
  const [w, over] = u < 0 ? [1, u] : [end, u - 1];
  const slope = end - 1;
  const falls = slope * over < 0;
  if (!falls || w <= 0) return falls ? [0, 0] : [w + slope * over, slope];
  const k = 1 / (1 - (slope * over) / w);
  return [w * k, slope * k * k];
}

/** The shape narrower toward one end. */
export const taper = defineBend<Taper>({
  kind: 'taper',
  label: 'Taper',
  about: 'Narrower, or wider, toward one end.',
  alsoKnown: ['wedge', 'trapezoid', 'cone'],
  fields: [
    share('end', 'Far end', 'Its width against the near one.', 0, 10),
    share('straight', 'Straight line', 'The line that stays straight: 0 the upper edge, 100 the lower one.'),
    directionField,
  ],
  defaults: { end: 0.5, straight: 0.5, direction: 0 },
  map(p, { bounds }) {
    const run = runOver(bounds, p.direction);
    if (p.end === 1 || run.along === 0) return null;
    const line = run.across * (2 * p.straight - 1);
    const length = 2 * run.along;
    return mapOverRun(run, (s, t, out) => {
      const [w, slope] = widthAt(s / length + 0.5, p.end);
      put(out, s, line + (t - line) * w, 1, ((t - line) * slope) / length, 0, w);
    });
  },
  handles(p, { bounds }) {
    const run = runOver(bounds, p.direction);
    const line = run.across * (2 * p.straight - 1);
    const side = p.straight > 0.5 ? -1 : 1;
    return [
      {
        id: 'end',
        sets: ['end'],
        ...placeIn(run, run.along, line + (side * run.across - line) * p.end),
        from: placeIn(run, run.along, line),
      },
      { id: 'straight', sets: ['straight'], ...placeIn(run, 0, line) },
      directionHandle(run),
    ];
  },
  drag(p, handle, to, { bounds }) {
    if (handle === 'direction') return { params: directionTo(bounds, to) };
    const run = runOver(bounds, p.direction);
    const { t } = alongRun(run, to);
    if (handle === 'straight') return { params: { straight: run.across ? (t / run.across + 1) / 2 : 0.5 } };
    const line = run.across * (2 * p.straight - 1);
    const whole = (p.straight > 0.5 ? -1 : 1) * run.across - line;
    return { params: { end: whole ? (t - line) / whole : 1 } };
  },
  typed: (_, handle, value) => (handle === 'direction' ? null : { [handle]: value / 100 }),
});
