import type { Design } from '../../document/types';
import type { Point } from '../../geometry/vector';
import {
  nodeTargets,
  type SnapHit,
  snapAxis,
  snapEdge,
  snapExtension,
  snapLines,
  snapNodes,
  snapTargets,
} from '../snap';
import { roundFree } from './grain';

/**
 * A point drawn onto what is within reach: a node or a crossing, a slanted line, a place that is told by
 * both axes, an outline, the extension of an edge, and last what tells one axis. What nothing holds rounds to `grain`.
 */
export function snapPoint(
  design: Design,
  sheetId: string,
  parent: string | null,
  skip: readonly string[],
  p: Point,
  reach: number,
  grain?: number,
): { p: Point; hits: SnapHit[] } {
  const found = drawnOn(design, sheetId, parent, skip, p, reach);
  return { p: roundFree(found.p, found.hits, grain), hits: found.hits };
}

function drawnOn(
  design: Design,
  sheetId: string,
  parent: string | null,
  skip: readonly string[],
  p: Point,
  reach: number,
): { p: Point; hits: SnapHit[] } {
  if (!(reach > 0)) return { p, hits: [] };
  const node = snapNodes(nodeTargets(design, sheetId, parent, skip), [p], reach);
  if (node.length) return { p: { x: p.x + node[0].shift, y: p.y + node[1].shift }, hits: node };
  const lines = snapLines(design, sheetId, p, reach);
  if (lines.length) return { p: { x: p.x + lines[0].shift, y: p.y + lines[1].shift }, hits: lines };
  const targets = snapTargets(design, sheetId, parent, skip);
  const hx = snapAxis(design, sheetId, targets, 'x', [p.x], reach);
  const hy = snapAxis(design, sheetId, targets, 'y', [p.y], reach);
  if (!hx || !hy) {
    const level: Parameters<typeof snapEdge>[0] = [design, sheetId, parent, skip];
    const [ex, ey] = [snapEdge, snapExtension].flatMap((look) => look(level, p, reach));
    if (ex && ey) return { p: { x: p.x + ex.shift, y: p.y + ey.shift }, hits: [ex, ey] };
  }
  const at = { x: p.x + (hx?.shift ?? 0), y: p.y + (hy?.shift ?? 0) };
  const stretch = (h: SnapHit, v: number) => ({ ...h, from: Math.min(h.from, v), to: Math.max(h.to, v) });
  return { p: at, hits: [...(hx ? [stretch(hx, at.y)] : []), ...(hy ? [stretch(hy, at.x)] : [])] };
}
