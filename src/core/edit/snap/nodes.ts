import { crossingsOf } from '../../arrange/crossing-points';
import type { Design } from '../../document/types';
import { segmentsIn } from '../../geometry/count';
import { type Path, pathBounds, transformPath } from '../../geometry/path';
import type { Point } from '../../geometry/vector';
import { joinOutline } from '../../outline/join';
import { evaluatePart } from '../../scene/evaluate';
import { childrenOf, worldOf } from '../tree';
import { remember } from './remember';
import type { SnapHit } from './types';

/** A node that a point can snap to. */
export interface NodeTarget extends Point {
  readonly what: string;
}

/** Most nodes of one part that are looked at; beyond that its box serves. */
const nodeLimit = 400;
/** Most parts and segments whose crossings are worked out. */
const crossingParts = 60;
const crossingSegments = 1500;

/** A part's outline on the sheet, as one path. */
export const outlineOnSheet = (design: Design, id: string): Path =>
  transformPath(joinOutline(evaluatePart(design, design.parts[id]).outline), worldOf(design, id));

/** The nodes of a path; none where they are too many to be of use. */
export function nodesOfPath(path: Path): Point[] {
  const out: Point[] = [];
  for (const c of path.contours) {
    const last = c.closed ? c.xy.length - 2 : c.xy.length;
    for (let i = 0; i < last; i += 6) {
      if (out.length >= nodeLimit) return [];
      out.push({ x: c.xy[i], y: c.xy[i + 1] });
    }
  }
  return out;
}

/** Nodes of a part's outline on the sheet; those of letters are too many to be of use, words have lines instead. */
export const nodesOf = (design: Design, id: string): Point[] =>
  design.parts[id]?.source.kind === 'lettering' ? [] : nodesOfPath(outlineOnSheet(design, id));

/** Points in cells of a uniform grid, asked for those near a place. */
class PointIndex {
  private readonly cells = new Map<number, NodeTarget[]>();

  constructor(
    private readonly points: readonly NodeTarget[],
    private readonly cell: number,
  ) {
    for (const p of points) {
      const key = this.key(Math.floor(p.x / cell), Math.floor(p.y / cell));
      const list = this.cells.get(key);
      if (list) list.push(p);
      else this.cells.set(key, [p]);
    }
  }

  private key(i: number, j: number): number {
    return (i + 1e6) * 4e6 + j + 1e6;
  }

  /** The target nearest to a place within reach, the earlier of two as near. */
  nearest(p: Point, reach: number): { target: NodeTarget; distance: number } | null {
    let best: { target: NodeTarget; distance: number } | null = null;
    const { cell, points } = this;
    const look = (t: NodeTarget) => {
      const d = Math.hypot(t.x - p.x, t.y - p.y);
      if (d <= reach && (!best || d < best.distance)) best = { target: t, distance: d };
    };
    // Where the reach spans more cells than there are points, the cells save nothing.
    if ((2 * reach) / cell + 1 > Math.sqrt(points.length)) {
      points.forEach(look);
      return best;
    }
    for (let i = Math.floor((p.x - reach) / cell); i <= Math.floor((p.x + reach) / cell); i++)
      for (let j = Math.floor((p.y - reach) / cell); j <= Math.floor((p.y + reach) / cell); j++)
        this.cells.get(this.key(i, j))?.forEach(look);
    return best;
  }
}

/** Nodes and crossings of the parts of one level that are not being moved. */
export const nodeTargets = remember((design, sheetId, parent, moving): PointIndex => {
  const skip = new Set(moving);
  const shown = childrenOf(design, sheetId, parent)
    .map((id) => design.parts[id])
    .filter((p) => p && !p.hidden && !skip.has(p.id))
    .map((p) => ({ name: p.name, path: outlineOnSheet(design, p.id) }));
  const points = shown.flatMap(({ name, path }) =>
    nodesOfPath(path).map((p): NodeTarget => ({ ...p, what: `node of ${name}` })),
  );
  const segments = segmentsIn(shown.map((s) => s.path));
  if (shown.length > 1 && shown.length <= crossingParts && segments <= crossingSegments)
    for (const { x, y, a, b } of crossingsOf(shown.map((s) => s.path)))
      points.push({ x, y, what: `crossing of ${shown[a].name} and ${shown[b].name}` });
  const spans = shown.map((s) => pathBounds(s.path)).filter((b) => b !== null);
  const size = Math.max(1, ...spans.map((b) => Math.max(b.x1, b.y1) - Math.min(b.x0, b.y0)));
  return new PointIndex(points, size / 64);
});

/** A few points to be laid on, asked one by one. */
export const fewTargets = (points: readonly NodeTarget[]): Pick<PointIndex, 'nearest'> => ({
  nearest(p, reach) {
    const [best] = points
      .map((target) => ({ target, distance: Math.hypot(target.x - p.x, target.y - p.y) }))
      .filter(({ distance }) => distance <= reach)
      .sort((a, b) => a.distance - b.distance);
    return best ?? null;
  },
});

/** The shortest shift that lays one of `places` on a node, as two hits, or none. */
export function snapNodes(
  targets: Pick<PointIndex, 'nearest'>,
  places: readonly Point[],
  reach: number,
): SnapHit[] {
  let best: { target: NodeTarget; from: Point; d: number } | null = null;
  for (const p of places) {
    const hit = targets.nearest(p, reach);
    if (hit && (!best || hit.distance < best.d)) best = { target: hit.target, from: p, d: hit.distance };
  }
  if (!best) return [];
  const { target, from } = best;
  const mark = (axis: 'x' | 'y', across: number): SnapHit => ({
    axis,
    at: target[axis],
    what: target.what,
    from: across - reach,
    to: across + reach,
    shift: target[axis] - from[axis],
  });
  return [mark('x', target.y), mark('y', target.x)];
}
