import type { Sheet } from '../../document/types';
import { type Point, radians } from '../../geometry/vector';
import { gridAngles } from './lines';
import type { SnapHit } from './types';

const eighths: readonly number[] = [0, 45, 90, 135];

/** Directions that Shift keeps to on a sheet, degrees clockwise from level: its grid's axes, else eighths of a turn. */
export const axesOf = (sheet: Pick<Sheet, 'grid'>): readonly number[] =>
  sheet.grid.on && sheet.grid.kind === 'angled' ? [0, ...gridAngles(sheet)] : eighths;

/** A shift laid square onto the nearest of some directions, in degrees. */
export function alongAxes(dx: number, dy: number, angles: readonly number[] = eighths): [number, number] {
  let best: [number, number] = [0, 0];
  let most = -1;
  for (const angle of angles) {
    // Level and upright stay so to the last bit.
    const [ux, uy] =
      angle % 180 === 0
        ? [1, 0]
        : angle % 90 === 0
          ? [0, 1]
          : [Math.cos(radians(angle)), Math.sin(radians(angle))];
    const l = dx * ux + dy * uy;
    if (Math.abs(l) > most) {
      most = Math.abs(l);
      best = [l * ux || 0, l * uy || 0];
    }
  }
  return best;
}

/** Directions that Shift keeps a move to: the grid's axes, else level and upright. */
export const moveAxes = (sheet: Pick<Sheet, 'grid'>): readonly number[] =>
  axesOf(sheet) === eighths ? [0, 90] : axesOf(sheet);

/** A snapped place where it lies on the line from `from` through `goal`, else the goal itself. */
export function keepStraight<T extends { readonly p: Point; readonly hits: readonly SnapHit[] }>(
  from: Point,
  goal: Point,
  snapped: T,
): { readonly p: Point; readonly hits: readonly SnapHit[] } {
  const [dx, dy] = [goal.x - from.x, goal.y - from.y];
  const [ex, ey] = [snapped.p.x - from.x, snapped.p.y - from.y];
  const off = Math.abs(dx * ey - dy * ex) / (Math.hypot(dx, dy) || 1);
  return off < 1e-6 ? snapped : { p: goal, hits: [] };
}
