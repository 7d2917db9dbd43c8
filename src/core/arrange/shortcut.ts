import { type Cubic, cubicDerivative, isLine, lineCubic, subCubic } from '../geometry/cubic';
import { flattenCubic } from '../geometry/flatten';
import { contourArea } from '../geometry/measure';
import { type Bounds, contourOf, hullBounds } from '../geometry/path';
import { type Crossing, refineCrossing } from './refine-crossing';

/** A piece of a raw parallel; `swallowed` where the parallel runs backwards, or goes round the inside of a corner. */
export interface ParallelPart {
  readonly cubic: Cubic;
  readonly swallowed: boolean;
  /** Whether it goes round an end of a line: it is never left out. */
  readonly cap?: boolean;
}

/** How many pieces before and after a swallowed stretch are searched for the place where they cross. */
const reach = 8;

const apart = (a: Bounds, b: Bounds): boolean => a.x0 > b.x1 || a.x1 < b.x0 || a.y0 > b.y1 || a.y1 < b.y0;

/** Where two cubics cross, the last such place on the first of them; null where their chords do not. */
function lastCrossing(a: Cubic, b: Cubic): Crossing | null {
  const [boxA, boxB] = [hullBounds(a), hullBounds(b)];
  if (apart(boxA, boxB)) return null;
  const size = Math.max(boxA.x1 - boxA.x0, boxA.y1 - boxA.y0, boxB.x1 - boxB.x0, boxB.y1 - boxB.y0);
  const [ca, cb] = [a, b].map((s) => [{ x: s[0], y: s[1] }, ...flattenCubic(s, size * 0.002)]);
  for (let i = ca.length - 2; i >= 0; i--)
    for (let k = 0; k + 1 < cb.length; k++) {
      const [p, q, r, o] = [ca[i], ca[i + 1], cb[k], cb[k + 1]];
      const [ux, uy, vx, vy] = [q.x - p.x, q.y - p.y, o.x - r.x, o.y - r.y];
      const det = ux * vy - uy * vx;
      if (det === 0) continue;
      const f = ((r.x - p.x) * vy - (r.y - p.y) * vx) / det;
      const g = ((r.x - p.x) * uy - (r.y - p.y) * ux) / det;
      // Curves may cross a little beside their chords.
      if (f < -0.1 || f > 1.1 || g < -0.1 || g > 1.1) continue;
      const found = refineCrossing(
        { cubic: a },
        (i + f) / (ca.length - 1),
        { cubic: b },
        (k + g) / (cb.length - 1),
        size,
      );
      if (found) return found;
    }
  return null;
}

/** Whether a crossing turns the way the inside of a corner does, on the side that the distance lies on. */
function turnsInwards(a: Cubic, b: Cubic, { t, s }: Crossing, d: number): boolean {
  const [u, v] = [cubicDerivative(a, t), cubicDerivative(b, s)];
  return (u.x * v.y - u.y * v.x) * d < 0;
}

/** Two stretches cut back to where they cross, or one cut at both ends. */
interface Cut {
  /** Index of the last piece that stays before, and what stays of it. */
  readonly last: number;
  readonly end: Cubic;
  /** Index of the first piece that stays after, and what stays of it. */
  readonly first: number;
  readonly start: Cubic;
}

/**
 * Where the stretches before and after a swallowed one cross near it; null where they do not.
 * @param whole area of all of the parallel, positive where it runs as outlines do
 */
function cutBack(before: readonly Cubic[], after: readonly Cubic[], d: number, whole: number): Cut | null {
  for (let sum = 0; sum < 2 * reach; sum++)
    for (let i = 0; i <= sum; i++) {
      const [last, first] = [before.length - 1 - i, sum - i];
      if (i >= reach || first >= reach || last < 0 || first >= after.length) continue;
      if (before === after && first >= last) continue;
      const [a, b] = [before[last], after[first]];
      const at = lastCrossing(a, b);
      if (!at) continue;
      const [from, to] = [before[before.length - 1], after[0]];
      const loop = contourOf(
        [
          ...[subCubic(a, at.t, 1), ...before.slice(last + 1)],
          // Straight over what is swallowed.
          lineCubic(from[6], from[7], to[0], to[1]),
          ...[...after.slice(0, first), subCubic(b, 0, at.s)],
        ],
        true,
      );
      const area = contourArea(loop);
      if (!turnsInwards(a, b, at, d) || area * d <= 0) return null;
      // A loop lies in what is covered anyway: what is more than half of all is no loop, but the outline itself.
      if (area * whole > 0 && 2 * Math.abs(area) > Math.abs(whole)) return null;
      const head = subCubic(a, 0, at.t);
      const tail = subCubic(b, at.s, 1);
      return {
        last,
        first,
        // A line stays a line.
        end: isLine(a)
          ? lineCubic(head[0], head[1], at.x, at.y)
          : [head[0], head[1], head[2], head[3], head[4], head[5], at.x, at.y],
        start: isLine(b)
          ? lineCubic(at.x, at.y, tail[6], tail[7])
          : [at.x, at.y, tail[2], tail[3], tail[4], tail[5], tail[6], tail[7]],
      };
    }
  return null;
}

interface Stretch {
  readonly swallowed: boolean;
  readonly cap: boolean;
  cubics: readonly Cubic[];
}

function stretchesOf(parts: readonly ParallelPart[]): Stretch[] {
  const out: { swallowed: boolean; cap: boolean; cubics: Cubic[] }[] = [];
  for (const { cubic, swallowed, cap = false } of parts) {
    const last = out[out.length - 1];
    if (last?.swallowed === swallowed && last.cap === cap) last.cubics.push(cubic);
    else out.push({ swallowed, cap, cubics: [cubic] });
  }
  return out;
}

/**
 * A raw parallel at distance `d` without what it swallows at tight bends and inside corners, where the stretches
 * before and after cross nearby: there they go on from each other. What is left out is a loop that winds about
 * nothing but what is covered anyway. Loops that cannot be cut short stay, wound so that they are cleared away.
 */
export function cutShort(parts: readonly ParallelPart[], d: number): Cubic[] {
  if (!parts.some((p) => p.swallowed)) return parts.map((p) => p.cubic);
  // What bends everywhere more tightly than the distance is convex and lies within a disc of that radius.
  if (parts.every((p) => p.swallowed)) return [];
  // A contour is told from the first piece after one that is swallowed, so that no stretch is torn.
  const first = parts.findIndex((p, i) => !p.swallowed && parts.at(i - 1)?.swallowed);
  const stretches = stretchesOf([...parts.slice(first), ...parts.slice(0, first)]);
  const whole = contourArea(
    contourOf(
      parts.map((p) => p.cubic),
      true,
    ),
  );
  const gone = new Set<Stretch>();
  stretches.forEach((stretch, i) => {
    if (!stretch.swallowed) return;
    const before = stretches[i - 1];
    const after = stretches[(i + 1) % stretches.length];
    if (before.cap || after.cap || before.swallowed || after.swallowed) return;
    const cut = cutBack(before.cubics, after.cubics, d, whole);
    if (!cut) return;
    const { last, end, start } = cut;
    if (before === after) before.cubics = [start, ...before.cubics.slice(cut.first + 1, last), end];
    else {
      before.cubics = [...before.cubics.slice(0, last), end];
      after.cubics = [start, ...after.cubics.slice(cut.first + 1)];
    }
    gone.add(stretch);
  });
  return stretches.flatMap((s) => (gone.has(s) ? [] : s.cubics));
}
