import { fitCurve, type Trace } from '../bend/fit-curve';
import { contourOf, type Path, pathOf } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { levelChains } from './chains';
import type { SmoothField } from './field';

/** Steps along the slope that lead from a chord onto the level, and how far one may go, in samples. */
const steps = 4;
const farthest = 1;
/** Pieces of a line that are fitted at once, crossings each. */
const stretch = 400;

/** The line of a level as a curve, led by a run of crossings: each place of a chord falls along the slope onto it. */
function alongLevel(
  chain: readonly Point[],
  from: number,
  to: number,
  field: SmoothField,
  level: number,
): Trace {
  const o = new Float64Array(3);
  const n = chain.length;
  return (t, out, speed) => {
    const s = from + t * (to - from);
    const k = Math.min(to - 1, Math.floor(s));
    const f = s - k;
    const [a, b] = [chain[k % n], chain[(k + 1) % n]];
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    let x = a.x + dx * f;
    let y = a.y + dy * f;
    for (let i = 0; i < steps; i++) {
      field.at(x, y, o);
      const square = o[1] * o[1] + o[2] * o[2];
      if (!(square > 1e-12)) break;
      const d = (o[0] - level) / square;
      const far = Math.abs(d) * Math.sqrt(square);
      const kept = far > farthest ? farthest / far : 1;
      x -= kept * d * o[1];
      y -= kept * d * o[2];
    }
    out[0] = x;
    out[1] = y;
    if (!speed) return;
    field.at(x, y, o);
    const slope = Math.hypot(o[1], o[2]) || 1;
    const sign = o[2] * dx - o[1] * dy < 0 ? -1 : 1;
    const l = (sign * Math.hypot(dx, dy) * (to - from)) / slope;
    out[2] = l * o[2];
    out[3] = -l * o[1];
  };
}

/**
 * What lies above a level of a field as a path, in samples: its lines are fitted with few cubics within a tolerance. Areas smaller
 * than `least` square samples are left out.
 */
export function levelPath(field: SmoothField, level: number, tolerance: number, least = 0): Path {
  const chains = levelChains(field.samples, field.width, field.height, level);
  const kept = chains.filter((c) => Math.abs(areaOf(c)) >= least);
  return pathOf(
    kept.map((chain) => {
      const cuts: number[] = [];
      for (let at = 0; at < chain.length; at += stretch) cuts.push(at);
      cuts.push(chain.length);
      const pieces = cuts
        .slice(1)
        .flatMap((to, i) => fitCurve(alongLevel(chain, cuts[i], to, field, level), tolerance));
      return contourOf(pieces, true);
    }),
  );
}

/** Twice the area that a closed chain of points goes round is its sum of crosses; this is the area, clockwise on screen above 0. */
export function areaOf(chain: readonly Point[]): number {
  let sum = 0;
  chain.forEach((p, i) => {
    const q = chain[(i + 1) % chain.length];
    sum += p.x * q.y - q.x * p.y;
  });
  return sum / 2;
}
