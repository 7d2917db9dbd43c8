import type { Design } from '../document/types';
import type { Bounds } from '../geometry/path';
import { transformPath } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { evaluatePart } from '../scene/evaluate';
import { sheetBounds } from './pick';
import { childrenOf, sheetOf, worldOf } from './tree';

/** A line that something can snap to, and what it is called. */
export interface SnapTarget {
  readonly axis: 'x' | 'y';
  readonly at: number;
  readonly what: string;
  /** Extent across, for drawing the proof. */
  readonly from: number;
  readonly to: number;
}

/** What was snapped to: words for the pointer and the line that proves it. */
export interface SnapHit extends SnapTarget {
  /** How far the moved thing has to shift. */
  readonly shift: number;
}

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

/**
 * Remembers what a design gives for some arguments. A drag asks again and again of the very
 * design it began with.
 */
function remember<T>(
  work: (design: Design, sheetId: string, parent: string | null, moving: readonly string[]) => T,
) {
  const known = new WeakMap<Design, { key: string; value: T }>();
  return (design: Design, sheetId: string, parent: string | null, moving: readonly string[]): T => {
    const key = JSON.stringify([sheetId, parent, moving]);
    const found = known.get(design);
    if (found?.key === key) return found.value;
    const value = work(design, sheetId, parent, moving);
    known.set(design, { key, value });
    return value;
  };
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
    ...sheet.guides.map(
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
    }
  return out;
}

/** The nearest grid line, where the sheet's grid is on. */
function gridTarget(design: Design, sheetId: string, axis: 'x' | 'y', at: number): SnapTarget | null {
  const { grid, width, height } = sheetOf(design, sheetId);
  if (!grid.on) return null;
  return {
    axis,
    at: Math.round(at / grid.spacing) * grid.spacing,
    what: 'grid',
    from: 0,
    to: axis === 'x' ? height : width,
  };
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
  for (const t of targets) if (t.axis === axis) for (const p of places) consider(t, p);
  for (const p of places) {
    const t = gridTarget(design, sheetId, axis, p);
    if (t) consider(t, p);
  }
  return best;
}

/** A node that a point can snap to. */
export interface NodeTarget extends Point {
  readonly what: string;
}

/** Most nodes of one part that are looked at; beyond that its box serves. */
const nodeLimit = 400;

/** Nodes of a part's outline on the sheet. */
export function nodesOf(design: Design, id: string): Point[] {
  const m = worldOf(design, id);
  const out: Point[] = [];
  for (const path of evaluatePart(design, design.parts[id]).outline)
    for (const c of transformPath(path, m).contours) {
      const last = c.closed ? c.xy.length - 2 : c.xy.length;
      for (let i = 0; i < last; i += 6) {
        if (out.length >= nodeLimit) return [];
        out.push({ x: c.xy[i], y: c.xy[i + 1] });
      }
    }
  return out;
}

/** Nodes of the parts of one level that are not being moved. */
export const nodeTargets = remember(allNodes);

function allNodes(
  design: Design,
  sheetId: string,
  parent: string | null,
  moving: readonly string[],
): NodeTarget[] {
  const skip = new Set(moving);
  return childrenOf(design, sheetId, parent).flatMap((id) => {
    const part = design.parts[id];
    if (!part || part.hidden || skip.has(id)) return [];
    return nodesOf(design, id).map((p) => ({ ...p, what: `node of ${part.name}` }));
  });
}

/** The shortest shift that lays one of `places` on a node, or null where none is within reach. */
export function snapNodes(
  targets: readonly NodeTarget[],
  places: readonly Point[],
  reach: number,
): SnapHit[] {
  let best: { target: NodeTarget; dx: number; dy: number; d: number } | null = null;
  for (const t of targets)
    for (const p of places) {
      const dx = t.x - p.x;
      const dy = t.y - p.y;
      const d = Math.hypot(dx, dy);
      if (d <= reach && (!best || d < best.d)) best = { target: t, dx, dy, d };
    }
  if (!best) return [];
  const { target, dx, dy } = best;
  return [
    { axis: 'x', at: target.x, what: target.what, from: target.y - reach, to: target.y + reach, shift: dx },
    { axis: 'y', at: target.y, what: target.what, from: target.x - reach, to: target.x + reach, shift: dy },
  ];
}
