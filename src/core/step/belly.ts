import { alongRun, mapOverRun, placeIn, put, type Run, runOver } from '../bend/run';
import { share } from '../document/fields';
import { defineBend } from './bend';
import { directionField, directionHandle, directionTo } from './run-direction';

interface Belly {
  /** How much wider it is at its widest, as a share of its width; below 0 narrower. */
  readonly amount: number;
  /** Where along it is widest, 0–1. */
  readonly at: number;
  readonly direction: number;
}

/** 1 in the middle, 0 at the ends by a parabola, and beyond them slowly toward −1; with its slope. */
function bulge(u: number): readonly [number, number] {
  const over = Math.abs(u) - 1;
  if (over <= 0) return [1 - u * u, -2 * u];
  const k = 1 / (1 + 2 * over);
  return [-2 * over * k, -2 * Math.sign(u) * k * k];
}

/** How far along the widest place lies from the middle. */
const widest = (run: Run, { at }: Belly): number => run.along * (2 * at - 1);

/** The shape wider in the middle, or narrower. */
export const belly = defineBend<Belly>({
  kind: 'belly',
  label: 'Belly',
  about: 'Wider in the middle than at the ends, or narrower.',
  alsoKnown: ['bulge', 'barrel', 'waist', 'pinch', 'squeeze'],
  fields: [
    share('amount', 'Wider by', 'At its widest, against its own width; below 0 narrower.', -0.98, 10),
    share('at', 'Widest at', 'Where along it that is, 0 at its start and 100 at its end.'),
    directionField,
  ],
  defaults: { amount: 0.3, at: 0.5, direction: 0 },
  map(p, { bounds }) {
    const run = runOver(bounds, p.direction);
    if (p.amount === 0 || run.along === 0) return null;
    const m = widest(run, p);
    return mapOverRun(run, (s, t, out) => {
      // Each side reaches from the widest place to its own end.
      const reach = s < m ? run.along + m : run.along - m;
      const [b, slope] = reach > 0 ? bulge((s - m) / reach) : [0, 0];
      const k = 1 + p.amount * b;
      put(out, s, t * k, 1, reach > 0 ? (t * p.amount * slope) / reach : 0, 0, k);
    });
  },
  handles(p, { bounds }) {
    const run = runOver(bounds, p.direction);
    const m = widest(run, p);
    return [
      {
        id: 'amount',
        sets: ['amount'],
        ...placeIn(run, m, -run.across * (1 + p.amount)),
        from: placeIn(run, m, 0),
      },
      { id: 'at', sets: ['at'], ...placeIn(run, m, 0) },
      directionHandle(run),
    ];
  },
  drag(p, handle, to, { bounds }) {
    if (handle === 'direction') return { params: directionTo(bounds, to) };
    const run = runOver(bounds, p.direction);
    const { s, t } = alongRun(run, to);
    if (handle === 'at') return { params: { at: run.along ? (s / run.along + 1) / 2 : 0.5 } };
    return { params: { amount: run.across ? -t / run.across - 1 : 0 } };
  },
  typed: (_, handle, value) => (handle === 'direction' ? null : { [handle]: value / 100 }),
});
