import { alongRun, placeIn, type Run, runOver } from '../bend/run';
import { angle } from '../document/fields';
import type { Handle } from '../document/handles';
import type { Bounds } from '../geometry/path';
import { degrees, type Point } from '../geometry/vector';

/** The direction that a bend runs in. */
export const directionField = angle(
  'direction',
  'Direction',
  'What it runs along, clockwise from rightwards.',
  -360,
  360,
);

/** How far beyond the end of its run the grip of the direction stands. */
const beyond = 1.25;

/** The grip that turns the direction. */
export function directionHandle(run: Run): Handle {
  return {
    id: 'direction',
    sets: ['direction'],
    ...placeIn(run, -beyond * run.along, 0),
    from: placeIn(run, -run.along, 0),
    small: true,
  };
}

/** The direction with its grip at a place. */
export function directionTo(bounds: Bounds, to: Point): { readonly direction: number } {
  const { s, t } = alongRun(runOver(bounds, 0), to);
  return { direction: degrees(Math.atan2(-t, -s)) };
}
