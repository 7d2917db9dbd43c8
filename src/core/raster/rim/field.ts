import type { Bounds } from '../../geometry/path';
import type { EdgeOutline } from '../../nearest/outline';
import { type Target, tileSize } from '../target';
import { edgeRoom, setOutline } from './outline-input';
import { inPieces } from './pieces';

/**
 * Returns how far the middles of a rectangle's pixels lie in from an outline, pixels, row after row: 0 outside it, and no more than
 * `reach`.
 * @throws RangeError where the outline has too many edges.
 */
export function depthField(target: Target, outline: EdgeOutline, area: Bounds, reach: number): Float32Array {
  const wide = area.x1 - area.x0;
  const out = new Float32Array(wide * (area.y1 - area.y0));
  if (!outline.count) return out;
  const { kernels } = target;
  setOutline(target, outline);
  const { out: at, work, bytes } = edgeRoom(target);
  inPieces(area, tileSize, ({ x0, y0, x1, y1 }) => {
    if (!kernels.depths(x0, y0, x1, y1, reach, at, work, bytes)) return false;
    const w = x1 - x0;
    const found = new Float32Array(kernels.memory.buffer, at, w * (y1 - y0));
    for (let y = y0; y < y1; y++)
      out.set(found.subarray(w * (y - y0), w * (y - y0 + 1)), (y - area.y0) * wide + x0 - area.x0);
    return true;
  });
  return out;
}
