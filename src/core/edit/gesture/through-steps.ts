import { following, type PlaneMap, planeMap } from '../../bend/map';
import { put } from '../../bend/run';
import type { Part } from '../../document/types';
import { applyTo, isIdentity, type Matrix } from '../../geometry/matrix';
import type { PartResult } from '../../scene/result';
import { steps } from '../../step';

const ofMatrix = (m: Matrix): PlaneMap =>
  planeMap((x, y, out) => {
    const p = applyTo(m, { x, y });
    put(out, p.x, p.y, m[0], m[1], m[2], m[3]);
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
  return maps.length ? maps.reduce(following) : null;
}
