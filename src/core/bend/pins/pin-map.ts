import { BoundedCache } from '../../cache/bounded-cache';
import type { Bounds } from '../../geometry/path';
import type { BendGrid } from '../grid/grid';
import { gridMap } from '../grid/grid-map';
import { following, type PlaneMap, planeMap } from '../map';
import { evenness } from './evenness';
import type { BendPin } from './pin';
import { pulledOn } from './pulled';
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
function pinLattice(pins: readonly BendPin[], b: Bounds, settings: PinSettings): BendGrid {
  const h = latticeStep(b);
  const grown = { x0: b.x0 - h, y0: b.y0 - h, x1: b.x1 + h, y1: b.y1 + h };
  const stand = pins.map((p) => [p.x, p.y, p.radius]);
  const key = JSON.stringify([b, h, stand, settings.stiffness, settings.reach]);
  return solvers.getOr(key, () => new PinSolver(grown, h, pins, settings)).solve(pins);
}

/** Pins that go a share of their way. */
const partly = (pins: readonly BendPin[], k: number): BendPin[] =>
  pins.map((p) => ({
    ...p,
    toX: p.x + k * (p.toX - p.x),
    toY: p.y + k * (p.toY - p.y),
    turn: k * p.turn,
    scale: p.scale ** k,
  }));

/** How evenly a lattice may squeeze at the least; pulled further, the flow goes on. */
const leastEven = 0.25;
/** How exactly the share is sought that a lattice does evenly, and for how many rounds at most. */
const near = 1e-3;
const mostRounds = 16;

/** The most of the pulls that a lattice does evenly, and that lattice (Illinois method: Dowell & Jarratt 1971). */
function evenShare(
  lattice: (k: number) => BendGrid,
  whole: number,
): { share: number; grid: BendGrid | null } {
  let [lo, hi] = [0, 1];
  let [atLo, atHi] = [1 - leastEven, whole - leastEven];
  let grid: BendGrid | null = null;
  let side = 0;
  for (let r = 0; r < mostRounds && hi - lo > near; r++) {
    const k = Math.min(hi - near / 2, Math.max(lo + near / 2, (lo * atHi - hi * atLo) / (atHi - atLo)));
    const made = lattice(k);
    const even = evenness(made) - leastEven;
    if (even >= 0) {
      [lo, atLo, grid] = [k, even, made];
      if (side === 1) atHi /= 2;
      side = 1;
    } else {
      [hi, atHi] = [k, even];
      if (side === -1) atLo /= 2;
      side = -1;
    }
  }
  return { share: lo, grid };
}

/** Pins as a map that folds nothing: as stiffly as may be, while that squeezes nothing flat, and beyond as soft hands would pull it. */
function soundMap(pins: readonly BendPin[], b: Bounds, settings: PinSettings): PlaneMap {
  const whole = pinLattice(pins, b, settings);
  const even = evenness(whole);
  if (even >= leastEven) return gridMap(whole);
  const { share, grid } = evenShare((k) => pinLattice(partly(pins, k), b, settings), even);
  const still = planeMap((x, y, out) => out.set([x, y, 1, 0, 0, 1]));
  const held = { map: grid ? gridMap(grid) : still, share, whole: gridMap(whole) };
  const { fill, back } = pulledOn(pins, held, b, settings.reach);
  return following(held.map, planeMap(fill, { back }));
}

/** Pins over bounds, in the same units, as a map, done so many times over. @throws WorkFault where they turn too often. */
export function pinMap(pins: readonly BendPin[], b: Bounds, settings: PinSettings, times: number): PlaneMap {
  const once = soundMap(pins, b, settings);
  let map = once;
  for (let k = 1; k < times; k++) map = following(map, once);
  return map;
}
