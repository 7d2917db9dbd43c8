import type { Path } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { cutCrossings } from './crossings';
import { coarse, poolVertices } from './pool';

/** A place where two outlines refineCrossing, and which of the paths they are. */
export interface CrossingPoint extends Point {
  readonly a: number;
  readonly b: number;
}

/** Every place where the outlines of different paths cross or touch, on the true curves. */
export function crossingsOf(paths: readonly Path[]): CrossingPoint[] {
  const pooled = poolVertices(paths, coarse, { openEnds: true });
  if (!pooled) return [];
  cutCrossings(pooled);
  const first = new Map<number, number>();
  const out = new Map<number, CrossingPoint>();
  for (const { vs, shape } of pooled.curves)
    for (const v of vs) {
      const a = first.get(v);
      if (a === undefined) first.set(v, shape);
      else if (a !== shape && !out.has(v)) out.set(v, { x: pooled.xs[v], y: pooled.ys[v], a, b: shape });
    }
  return [...out.values()];
}
