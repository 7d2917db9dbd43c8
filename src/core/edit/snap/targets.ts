import type { Design } from '../../document/types';
import type { Bounds } from '../../geometry/path';
import { sheetBounds } from '../pick';
import { childrenOf, sheetOf } from '../tree';
import { faceLines } from './face-lines';
import { remember } from './remember';
import type { SnapHit, SnapTarget } from './types';

function boxTargets(b: Bounds, name: string): SnapTarget[] {
  const cx = (b.x0 + b.x1) / 2;
  const cy = (b.y0 + b.y1) / 2;
  const across = (axis: 'x' | 'y') => (axis === 'x' ? { from: b.y0, to: b.y1 } : { from: b.x0, to: b.x1 });
  return [
    { axis: 'x', at: cx, what: `centre of ${name}`, ...across('x') },
    { axis: 'x', at: b.x0, what: `left edge of ${name}`, ...across('x') },
    { axis: 'x', at: b.x1, what: `right edge of ${name}`, ...across('x') },
    { axis: 'y', at: cy, what: `centre of ${name}`, ...across('y') },
    { axis: 'y', at: b.y0, what: `top of ${name}`, ...across('y') },
    { axis: 'y', at: b.y1, what: `foot of ${name}`, ...across('y') },
  ];
}

/** All that parts of one level can snap to: the sheet, its guides, and the parts not being moved. */
export const snapTargets = remember(allTargets);

function allTargets(
  design: Design,
  sheetId: string,
  parent: string | null,
  moving: readonly string[],
): SnapTarget[] {
  const sheet = sheetOf(design, sheetId);
  const { width: w, height: h } = sheet;
  const out: SnapTarget[] = [
    { axis: 'x', at: w / 2, what: 'middle of the sheet', from: 0, to: h },
    { axis: 'y', at: h / 2, what: 'middle of the sheet', from: 0, to: w },
    { axis: 'x', at: 0, what: 'edge of the sheet', from: 0, to: h },
    { axis: 'x', at: w, what: 'edge of the sheet', from: 0, to: h },
    { axis: 'y', at: 0, what: 'edge of the sheet', from: 0, to: w },
    { axis: 'y', at: h, what: 'edge of the sheet', from: 0, to: w },
    ...sheet.guides
      .filter((g) => !g.slant)
      .map(
        (g): SnapTarget => ({ axis: g.axis, at: g.at, what: 'guide', from: 0, to: g.axis === 'x' ? h : w }),
      ),
  ];
  const skip = new Set(moving);
  const levels = parent ? [parent, null] : [null];
  for (const level of levels)
    for (const id of childrenOf(design, sheetId, level)) {
      const part = design.parts[id];
      if (!part || part.hidden || skip.has(id) || (parent && id === parent)) continue;
      const b = sheetBounds(design, id);
      if (b) out.push(...boxTargets(b, part.name));
      for (const { what, y, from, to } of faceLines(design, id))
        out.push({ axis: 'y', at: y, what: `${what} of ${part.name}`, from, to });
    }
  return out;
}

/** The nearest grid line, where the sheet's grid is on. */
function gridTarget(design: Design, sheetId: string, axis: 'x' | 'y', at: number): SnapTarget | null {
  const { grid, width, height } = sheetOf(design, sheetId);
  if (!grid.on || grid.kind !== 'square') return null;
  return {
    axis,
    at: Math.round(at / grid.spacing) * grid.spacing,
    what: 'grid',
    from: 0,
    to: axis === 'x' ? height : width,
  };
}

/** Targets of an axis by their places, with where each stands in the list. */
interface Sorted {
  readonly places: Float64Array;
  readonly order: Int32Array;
}

const sortedTargets = new WeakMap<readonly SnapTarget[], Readonly<Record<'x' | 'y', Sorted>>>();

function sortedBy(targets: readonly SnapTarget[], axis: 'x' | 'y'): Sorted {
  const known = sortedTargets.get(targets);
  if (known) return known[axis];
  const along = (a: 'x' | 'y'): Sorted => {
    const order = Int32Array.from(targets.flatMap((t, i) => (t.axis === a ? [i] : [])));
    order.sort((i, j) => targets[i].at - targets[j].at || i - j);
    return { order, places: Float64Array.from(order, (i) => targets[i].at) };
  };
  const made = { x: along('x'), y: along('y') };
  sortedTargets.set(targets, made);
  return made[axis];
}

/** The first of sorted places that is not below one. */
function firstFrom(places: Float64Array, from: number): number {
  let [low, high] = [0, places.length];
  while (low < high) {
    const m = (low + high) >> 1;
    if (places[m] < from) low = m + 1;
    else high = m;
  }
  return low;
}

/** Those targets of an axis that lie within reach of any of some places, in the order of the list. */
function withinReach(
  targets: readonly SnapTarget[],
  axis: 'x' | 'y',
  places: readonly number[],
  reach: number,
): readonly SnapTarget[] {
  const { order, places: at } = sortedBy(targets, axis);
  const found = new Set<number>();
  for (const p of places)
    for (let k = firstFrom(at, p - reach); k < at.length && at[k] <= p + reach; k++) found.add(order[k]);
  return [...found].sort((i, j) => i - j).map((i) => targets[i]);
}

/**
 * The best snap along one axis for something whose interesting places are `places`. Earlier
 * targets win where two are as near: the sheet's middle before edges, centres before sides.
 */
export function snapAxis(
  design: Design,
  sheetId: string,
  targets: readonly SnapTarget[],
  axis: 'x' | 'y',
  places: readonly number[],
  reach: number,
): SnapHit | null {
  let best: SnapHit | null = null;
  const consider = (t: SnapTarget, p: number) => {
    const shift = t.at - p;
    if (Math.abs(shift) <= reach && (!best || Math.abs(shift) < Math.abs(best.shift) - 1e-9))
      best = { ...t, shift };
  };
  for (const t of withinReach(targets, axis, places, reach)) for (const p of places) consider(t, p);
  for (const p of places) {
    const t = gridTarget(design, sheetId, axis, p);
    if (t) consider(t, p);
  }
  return best;
}
