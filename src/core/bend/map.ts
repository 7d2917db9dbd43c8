import type { Cubic } from '../geometry/cubic';
import { transformCubic } from '../geometry/cubic';
import { type Homography, homographyOf, project } from '../geometry/homography';
import { invert, type Matrix } from '../geometry/matrix';
import { type Bounds, type Path, transformBounds, transformPath } from '../geometry/path';
import type { Point } from '../geometry/vector';

/** How a map turns and stretches at a place: ∂X/∂x, ∂Y/∂x, ∂X/∂y, ∂Y/∂y. */
export type Jacobian = readonly [number, number, number, number];

/** Writes where a place goes, and how the map turns and stretches there, X, Y and then the Jacobian, into six numbers. */
export type MapFill = (x: number, y: number, out: Float64Array) => void;

/** A map of the plane, smooth but where said. */
export interface PlaneMap {
  /** It and its Jacobian at once, without an object made. */
  readonly fill: MapFill;
  at(x: number, y: number): Point;
  /** The same as numbers, where it takes lines to lines: paints then go along exactly. */
  readonly homography?: Homography;
  /** Writes where a place came from, and how that changes, as `fill` does; where it is known better than by search. */
  readonly back?: MapFill;
  /** The maps that it is one after another; itself where left out. */
  readonly parts?: readonly PlaneMap[];
  /** Parameters in (0, 1) at which the image of a cubic has a corner that it has not itself; none where left out. */
  creases?(s: Cubic): readonly number[];
  /** A unit direction along which it moves all places alike: at(p + k · alike) = at(p) + k · alike. None where left out. */
  readonly alike?: Point;
  /** What of some bounds can be carried, as a path; null where all of it can. */
  within?(bounds: Bounds): Path | null;
}

const six = new Float64Array(6);

/** A map by its numbers, with what else is known of it. */
export function planeMap(fill: MapFill, more: Omit<PlaneMap, 'fill' | 'at'> = {}): PlaneMap {
  return {
    ...more,
    fill,
    at(x, y) {
      fill(x, y, six);
      return { x: six[0], y: six[1] };
    },
  };
}

/** Step of the differences, sheet units: rounding and curvature spoil them alike little. */
const step = 1e-4;

/** A map by its places alone, its Jacobian by central differences. */
export function mapByPlaces(at: (x: number, y: number) => Point): PlaneMap {
  const k = 1 / (2 * step);
  return planeMap((x, y, out) => {
    const p = at(x, y);
    const [l, r] = [at(x - step, y), at(x + step, y)];
    const [u, d] = [at(x, y - step), at(x, y + step)];
    out[0] = p.x;
    out[1] = p.y;
    out[2] = (r.x - l.x) * k;
    out[3] = (r.y - l.y) * k;
    out[4] = (d.x - u.x) * k;
    out[5] = (d.y - u.y) * k;
  });
}

/** The Jacobian of a map at a place. */
export function jacobianOf(map: PlaneMap, x: number, y: number): Jacobian {
  map.fill(x, y, six);
  return [six[2], six[3], six[4], six[5]];
}

/** The map after a change of coordinates: first the matrix, then the map. */
export function after(map: PlaneMap, m: Matrix): PlaneMap {
  const [a, b, c, d, e, f] = m;
  const { creases, homography, within } = map;
  return planeMap(
    (x, y, out) => {
      map.fill(a * x + c * y + e, b * x + d * y + f, out);
      const [xx, yx, xy, yy] = [out[2], out[3], out[4], out[5]];
      out[2] = xx * a + xy * b;
      out[3] = yx * a + yy * b;
      out[4] = xx * c + xy * d;
      out[5] = yx * c + yy * d;
    },
    {
      ...(homography ? { homography: project(homography, homographyOf(m)) } : {}),
      ...(creases ? { creases: (s: Cubic) => creases(transformCubic(s, m)) } : {}),
      ...(within
        ? {
            within(bounds: Bounds) {
              const kept = within(transformBounds(bounds, m));
              const back = kept && invert(m);
              return back ? transformPath(kept, back) : null;
            },
          }
        : {}),
    },
  );
}

/** Writes slopes after others, those of `out` after a, b, c and d, into `out`. */
export function chainSlopes(out: Float64Array, [a, b, c, d]: Jacobian): void {
  const [e, f, g, h] = [out[2], out[3], out[4], out[5]];
  out[2] = e * a + g * b;
  out[3] = f * a + h * b;
  out[4] = e * c + g * d;
  out[5] = f * c + h * d;
}

const partsOf = (map: PlaneMap): readonly PlaneMap[] => map.parts ?? [map];

/** One map, and then another. */
export function following(first: PlaneMap, then: PlaneMap): PlaneMap {
  return planeMap(
    (x, y, out) => {
      first.fill(x, y, out);
      const slopes: Jacobian = [out[2], out[3], out[4], out[5]];
      then.fill(out[0], out[1], out);
      chainSlopes(out, slopes);
    },
    { parts: [...partsOf(first), ...partsOf(then)] },
  );
}
