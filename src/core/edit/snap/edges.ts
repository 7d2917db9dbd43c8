import RBush from 'rbush';
import { type Cubic, cubicPoint, isLine, nearestOnCubic } from '../../geometry/cubic';
import { type Bounds, pathBounds, segmentsOf } from '../../geometry/path';
import type { Point } from '../../geometry/vector';
import { childrenOf } from '../tree';
import { outlineOnSheet } from './nodes';
import { remember } from './remember';
import type { SnapHit } from './types';

/** One edge of an outline on the sheet. */
export interface Edge {
  readonly cubic: Cubic;
  readonly name: string;
}

class EdgeTree extends RBush<Edge & Bounds> {
  override toBBox(e: Bounds) {
    return { minX: e.x0, minY: e.y0, maxX: e.x1, maxY: e.y1 };
  }
  override compareMinX(a: Bounds, b: Bounds) {
    return a.x0 - b.x0;
  }
  override compareMinY(a: Bounds, b: Bounds) {
    return a.y0 - b.y0;
  }
}

/** Most edges of one part that are looked at. */
const edgeLimit = 2000;

/** Edges of the parts of one level that are not being moved; the straight ones once more by themselves. */
export const edgesOf = remember((design, sheetId, parent, moving) => {
  const skip = new Set(moving);
  const edges = childrenOf(design, sheetId, parent).flatMap((id): Edge[] => {
    const part = design.parts[id];
    if (!part || part.hidden || skip.has(id)) return [];
    const list = outlineOnSheet(design, id).contours.flatMap(segmentsOf);
    return list.length > edgeLimit ? [] : list.map((cubic) => ({ cubic, name: part.name }));
  });
  const tree = new EdgeTree();
  tree.load(
    edges.flatMap((e) => {
      const b = pathBounds({ contours: [{ xy: e.cubic, closed: false }], fillRule: 'nonzero' });
      return b ? [{ ...e, ...b }] : [];
    }),
  );
  return { tree, straight: edges.filter((e) => isLine(e.cubic)) };
});

type Level = Parameters<typeof edgesOf>;

/** A shift onto a place, as one hit in each direction. */
export const placeHit = (from: Point, to: Point, what: string, proof: SnapHit['proof']): SnapHit[] => [
  { axis: 'x', at: to.x, from: to.y, to: to.y, what, shift: to.x - from.x, proof },
  { axis: 'y', at: to.y, from: to.x, to: to.x, what, shift: to.y - from.y, proof: [] },
];

/** The nearest place on an outline within reach, as two hits, or none. */
export function snapEdge(level: Level, p: Point, reach: number): SnapHit[] {
  const near = edgesOf(...level).tree.search({
    minX: p.x - reach,
    minY: p.y - reach,
    maxX: p.x + reach,
    maxY: p.y + reach,
  });
  let best: { at: Point; name: string; distance: number } | null = null;
  for (const { cubic, name } of near) {
    const { t, distance } = nearestOnCubic(cubic, p);
    if (distance <= reach && (!best || distance < best.distance))
      best = { at: cubicPoint(cubic, t), name, distance };
  }
  if (!best) return [];
  const { at, name } = best;
  const arm = reach / 2;
  return placeHit(p, at, `edge of ${name}`, [
    [at.x - arm, at.y - arm, at.x + arm, at.y + arm],
    [at.x - arm, at.y + arm, at.x + arm, at.y - arm],
  ]);
}

/** How far beyond its end a straight edge still leads, in lengths of the edge. */
const leads = 6;

/** The nearest place on the extension of a straight edge within reach, as two hits, or none. */
export function snapExtension(level: Level, p: Point, reach: number): SnapHit[] {
  let best: { at: Point; end: Point; name: string; distance: number } | null = null;
  for (const { cubic, name } of edgesOf(...level).straight) {
    const [ax, ay, bx, by] = [cubic[0], cubic[1], cubic[6], cubic[7]];
    const [dx, dy] = [bx - ax, by - ay];
    const square = dx * dx + dy * dy;
    if (square < reach * reach) continue;
    const distance = Math.abs((p.x - ax) * dy - (p.y - ay) * dx) / Math.sqrt(square);
    if (distance > reach || (best && distance >= best.distance)) continue;
    const t = ((p.x - ax) * dx + (p.y - ay) * dy) / square;
    if ((t >= 0 && t <= 1) || t < -leads || t > 1 + leads) continue;
    const end = t < 0 ? { x: ax, y: ay } : { x: bx, y: by };
    best = { at: { x: ax + t * dx, y: ay + t * dy }, end, name, distance };
  }
  if (!best) return [];
  const { at, end, name } = best;
  return placeHit(p, at, `in line with an edge of ${name}`, [[end.x, end.y, at.x, at.y]]);
}
