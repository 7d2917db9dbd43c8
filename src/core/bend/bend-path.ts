import { combine } from '../arrange/combine';
import type { Tally } from '../geometry/budget';
import { type Cubic, cubicDerivative, cubicExtremes, cubicPoint, reverseCubic } from '../geometry/cubic';
import {
  type Contour,
  contourOf,
  type EdgeOrigin,
  type Path,
  pathBounds,
  segmentsOf,
} from '../geometry/path';
import { fitCurve } from './fit-curve';
import { jacobianOf, type PlaneMap } from './map';
import { projectCubic } from './project-cubic';

/** Whether a cubic runs the way it is fitted in: from the left, then from the top, then by its handles. */
function runsOn(s: Cubic): boolean {
  for (const [i, j] of [
    [0, 6],
    [1, 7],
    [2, 4],
    [3, 5],
  ] as const)
    if (s[i] !== s[j]) return s[i] < s[j];
  return true;
}

/** A map with how exactly curves follow it, sheet units of the part, and the count of what they come to. */
export interface Bend {
  readonly map: PlaneMap;
  readonly tolerance: number;
  readonly tally: Tally;
}

/** Slower than this share of its size a cubic turns round on the spot, or nearly. */
const still = 0.02;

/** Parameters at which a cubic all but stands still between its ends: its image is fitted on either side of them apart. */
function cusps(s: Cubic): number[] {
  const size =
    Math.hypot(s[2] - s[0], s[3] - s[1]) +
    Math.hypot(s[4] - s[2], s[5] - s[3]) +
    Math.hypot(s[6] - s[4], s[7] - s[5]);
  const slow = (t: number) => {
    const v = cubicDerivative(s, t);
    return Math.hypot(v.x, v.y) < still * size;
  };
  const found = cubicExtremes(s).filter((t) => t > 1e-4 && t < 1 - 1e-4 && slow(t));
  return found;
}

/** Places in order, each some way from the one before. */
function apart(places: readonly number[]): number[] {
  const out: number[] = [];
  for (const t of places.toSorted((p, q) => p - q))
    if (!out.length || t - out[out.length - 1] > 1e-4) out.push(t);
  return out;
}

/** The image of a cubic under a map; the same bits in both directions, so that shared edges stay shared. */
export function bendCubic(s: Cubic, map: PlaneMap, tolerance: number): Cubic[] {
  if (!runsOn(s)) return bendCubic(reverseCubic(s), map, tolerance).map(reverseCubic).reverse();
  const { homography } = map;
  if (homography) {
    const known = projectCubic(s, homography, tolerance);
    if (known) return known;
  }
  const at = (t: number) => {
    // Ends are the images of the very nodes.
    const p = t === 0 ? { x: s[0], y: s[1] } : t === 1 ? { x: s[6], y: s[7] } : cubicPoint(s, t);
    return map.at(p.x, p.y);
  };
  const speed = (t: number) => {
    const p = cubicPoint(s, t);
    const v = cubicDerivative(s, t);
    const [xx, yx, xy, yy] = jacobianOf(map, p.x, p.y);
    return { x: xx * v.x + xy * v.y, y: yx * v.x + yy * v.y };
  };
  const creases = map.creases?.(s) ?? [];
  const cuts = [...apart([...cusps(s), ...creases]), 1];
  // At a crease it is met from inside its stretch.
  const hair = creases.length ? 1e-7 : 0;
  return cuts.flatMap((to, i) => {
    const from = i ? cuts[i - 1] : 0;
    const along = (u: number) => (u === 1 ? to : from + u * (to - from));
    return fitCurve(
      {
        at: (u) => at(along(u)),
        speed(u) {
          const v = speed(along(Math.min(1 - hair, Math.max(hair, u))));
          return { x: v.x * (to - from), y: v.y * (to - from) };
        },
      },
      tolerance,
    );
  });
}

function bendContour(c: Contour, bend: Bend): Contour {
  const { map, tolerance, tally } = bend;
  const { origins } = c;
  if (c.xy.length < 8) {
    const p = c.xy.length ? map.at(c.xy[0], c.xy[1]) : null;
    return { closed: c.closed, xy: p ? [p.x, p.y] : [] };
  }
  const all: Cubic[] = [];
  const from: (EdgeOrigin | null)[] = [];
  segmentsOf(c).forEach((s, i) => {
    const made = bendCubic(s, map, tolerance);
    tally.add(made.length);
    const origin = origins?.[i] ?? null;
    made.forEach((piece, k) => {
      all.push(piece);
      // Pieces share their edge's stretch of its origin evenly.
      const at = (n: number) => (origin ? origin.t0 + ((origin.t1 - origin.t0) * n) / made.length : 0);
      from.push(origin && { ...origin, t0: at(k), t1: at(k + 1) });
    });
  });
  return contourOf(all, c.closed, origins ? from : undefined);
}

/**
 * A path under a map, within a tolerance of its true image; what the map cannot carry is cut off before.
 * @throws WorkFault where it comes to too much.
 */
export function bendPath(path: Path, bend: Bend): Path {
  const bounds = bend.map.within && pathBounds(path);
  const within = bounds ? bend.map.within?.(bounds) : null;
  const whole = within ? combine('intersect', [path, within]) : path;
  return { ...whole, contours: whole.contours.map((c) => bendContour(c, bend)) };
}
