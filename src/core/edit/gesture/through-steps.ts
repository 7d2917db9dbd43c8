import { jacobianOf, type PlaneMap } from '../../bend/map';
import type { Part } from '../../document/types';
import { applyTo, isIdentity, type Matrix } from '../../geometry/matrix';
import type { Point } from '../../geometry/vector';
import type { PartResult } from '../../scene/result';
import { steps } from '../../step';

const ofMatrix = (m: Matrix): PlaneMap => ({
  at: (x, y) => applyTo(m, { x, y }),
  jacobian: () => [m[0], m[1], m[2], m[3]],
});

/** One map after another. */
const inTurn = (list: readonly PlaneMap[]): PlaneMap => ({
  at: (x, y) => list.reduce((p, m) => m.at(p.x, p.y), { x, y }),
});

/**
 * Where the steps of a part take a point of what it starts from: to the first of its copies, and along with what is bent.
 * Null where it stays.
 */
export function throughSteps(part: Part, { stages }: Pick<PartResult, 'stages'>): PlaneMap | null {
  const maps = part.steps.flatMap((c, i): PlaneMap[] => {
    const context = stages[i];
    if (!c.on || !context) return [];
    const { copies, map } = steps[c.kind];
    if (map) return [map(c.params, context)].filter((m) => m !== null);
    const first = copies?.(c.params, context)[0];
    return first && !isIdentity(first.matrix) ? [ofMatrix(first.matrix)] : [];
  });
  return maps.length ? inTurn(maps) : null;
}

/** The point that a map takes to `to`, sought from `near` on (Newton's method); the nearest that was found. */
export function backThrough(map: PlaneMap, to: Point, near: Point): Point {
  let at = near;
  let best = { p: near, d: Number.POSITIVE_INFINITY };
  for (let i = 0; i < 24; i++) {
    const q = map.at(at.x, at.y);
    const [ex, ey] = [to.x - q.x, to.y - q.y];
    const d = Math.hypot(ex, ey);
    if (d < best.d) best = { p: at, d };
    if (d < 1e-9) break;
    const [a, b, c, e] = jacobianOf(map, at.x, at.y);
    const det = a * e - b * c;
    if (Math.abs(det) < 1e-12) break;
    at = { x: at.x + (e * ex - c * ey) / det, y: at.y + (a * ey - b * ex) / det };
  }
  return best.p;
}
