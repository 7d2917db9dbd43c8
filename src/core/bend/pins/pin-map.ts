import { BoundedCache } from '../../cache/bounded-cache';
import type { Bounds } from '../../geometry/path';
import type { BendGrid } from '../grid/grid';
import { gridMap } from '../grid/grid-map';
import { following, type PlaneMap } from '../map';
import type { BendPin } from './pin';
import { type PinSettings, PinSolver } from './solver';

/** Cells that the lattice has over a square, a side, and the most along a long side. */
const cells = 18;
const mostAlong = 60;

/** Width of the lattice's cells over some bounds. */
export function latticeStep(b: Bounds): number {
  const [w, h] = [b.x1 - b.x0, b.y1 - b.y0];
  return Math.max(Math.sqrt(w * h) / cells, Math.max(w, h) / mostAlong);
}

/** Solvers by where pins stand: a drag asks for the same one at every step. */
const solvers = new BoundedCache<PinSolver>(8 * 2 ** 20, (s) => s.bytes);

/** Pins in shares of a frame as pins in its units. */
export function pinsOver(pins: readonly BendPin[], b: Bounds): BendPin[] {
  const [w, h] = [b.x1 - b.x0, b.y1 - b.y0];
  return pins.map((p) => ({
    ...p,
    x: b.x0 + p.x * w,
    y: b.y0 + p.y * h,
    toX: b.x0 + p.toX * w,
    toY: b.y0 + p.toY * h,
    radius: p.radius * Math.max(w, h),
  }));
}

/** The lattice that pins over some bounds, in the same units, bend. */
export function pinLattice(pins: readonly BendPin[], b: Bounds, settings: PinSettings): BendGrid {
  const h = latticeStep(b);
  const grown = { x0: b.x0 - h, y0: b.y0 - h, x1: b.x1 + h, y1: b.y1 + h };
  const stand = pins.map((p) => [p.x, p.y, p.radius]);
  const key = JSON.stringify([b, h, stand, settings.stiffness, settings.reach]);
  return solvers.getOr(key, () => new PinSolver(grown, h, pins, settings)).solve(pins);
}

/** A lattice as a map, done so many times over. */
export function pinMap(lattice: BendGrid, times: number): PlaneMap {
  const once = gridMap(lattice);
  let map = once;
  for (let k = 1; k < times; k++) map = following(map, once);
  return map;
}
