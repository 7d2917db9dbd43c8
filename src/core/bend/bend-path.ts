import { combine } from '../arrange/combine';
import type { Tally } from '../geometry/budget';
import type { Cubic } from '../geometry/cubic';
import type { Matrix } from '../geometry/matrix';
import {
  type Contour,
  contourOf,
  type EdgeOrigin,
  type Path,
  pathBounds,
  segmentsOf,
} from '../geometry/path';
import type { Unbent } from '../scene/unbent';
import { bendCubic } from './bend-cubic';
import { fitAlike } from './fit-alike';
import type { PlaneMap } from './map';

/** A map with how exactly curves follow it, sheet units of the part, and the count of what they come to. */
export interface Bend {
  readonly map: PlaneMap;
  readonly tolerance: number;
  readonly tally: Tally;
  /** What it is the bend of, and where that lies in it: paints and grain go back through the one map of all of it. */
  readonly whole?: BentWhole;
}

/** The inverse of a map, worked out once it is asked for, and from coordinates of what is bent to those that it takes. */
export interface BentWhole {
  unbent(): Unbent;
  readonly matrix: Matrix;
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
    const made = map.alike ? fitAlike(s, map, map.alike, tolerance) : bendCubic(s, map, tolerance);
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
