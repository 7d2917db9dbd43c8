import type { Bounds } from '../../geometry/path';
import { NearestEdge } from '../../nearest/nearest-edge';
import type { EdgeOutline } from '../../nearest/outline';
import { Blocks } from './blocks';

/**
 * How far the middles of a rectangle's pixels lie in from an outline, pixels, row after row: 0 outside it, and no more than `reach`.
 */
export function depthField(outline: EdgeOutline, area: Bounds, reach: number): Float32Array {
  const wide = area.x1 - area.x0;
  const high = area.y1 - area.y0;
  const out = new Float32Array(wide * high);
  if (!outline.count) return out;
  // Blocks that are passed over lie deeper than that.
  out.fill(reach);
  const edge = new NearestEdge(outline);
  new Blocks(outline, edge, Number.NEGATIVE_INFINITY, reach, (x, y, w, h, list, from, to) => {
    for (let j = y; j < y + h; j++)
      for (let i = x; i < x + w; i++) {
        edge.find(i + 0.5, j + 0.5, list, from, to);
        out[(j - area.y0) * wide + i - area.x0] = Math.min(reach, Math.max(0, edge.distance));
      }
  }).run(area.x0, area.y0, wide, high);
  return out;
}
