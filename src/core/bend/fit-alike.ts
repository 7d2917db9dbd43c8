import { BoundedCache, mebibytes } from '../cache/bounded-cache';
import { type Cubic, reverseCubic } from '../geometry/cubic';
import type { Point } from '../geometry/vector';
import { bendCubic, runsOn } from './bend-cubic';
import type { PlaneMap } from './map';

/** Step that coordinates are rounded to before curves are compared, sheet units: far finer than any tolerance. */
const roundingStep = 2 ** -30;

type Fits = BoundedCache<readonly Cubic[]>;

/** Images by curve and tolerance, as long as the map lives. */
const fitsOf = new WeakMap<PlaneMap, Fits>();

const cubicBytes = 160;

const makeFits = (): Fits => new BoundedCache(mebibytes(1), (cubics) => cubicBytes * cubics.length);

const shifted = (c: Cubic, x: number, y: number): Cubic => [
  c[0] + x,
  c[1] + y,
  c[2] + x,
  c[3] + y,
  c[4] + x,
  c[5] + y,
  c[6] + x,
  c[7] + y,
];

/** The cubics with their first and last node put where they belong. */
function withEnds(cubics: readonly Cubic[], first: Point, last: Point): Cubic[] {
  const out = [...cubics];
  const [, , a, b, c, d, e, f] = out[0];
  out[0] = [first.x, first.y, a, b, c, d, e, f];
  const [g, h, i, j, k, l] = out[out.length - 1];
  out[out.length - 1] = [g, h, i, j, k, l, last.x, last.y];
  return out;
}

/**
 * Returns the image of a cubic under a map that moves all places alike along a direction (`PlaneMap.alike`), within `tolerance`
 * sheet units. Cubics that differ by a shift along it are fitted once, at the shift where they start level with the origin. The result
 * depends on the numbers of the cubic alone, whatever was fitted before; ends are the very images of its nodes, so that curves
 * that meet go on meeting.
 */
export function fitAlike(s: Cubic, map: PlaneMap, along: Point, tolerance: number): Cubic[] {
  if (!runsOn(s)) return fitAlike(reverseCubic(s), map, along, tolerance).map(reverseCubic).reverse();
  const distance = s[0] * along.x + s[1] * along.y;
  const [dx, dy] = [distance * along.x, distance * along.y];
  const round = (v: number) => Math.round(v / roundingStep) * roundingStep;
  const level = shifted(s, -dx, -dy).map(round) as unknown as Cubic;
  const fits = fitsOf.get(map) ?? makeFits();
  fitsOf.set(map, fits);
  const cubics = fits.getOr(`${tolerance} ${level.join(' ')}`, () => bendCubic(level, map, tolerance));
  return withEnds(
    cubics.map((c) => shifted(c, dx, dy)),
    map.at(s[0], s[1]),
    map.at(s[6], s[7]),
  );
}
