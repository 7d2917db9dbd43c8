import type { Design } from '../../document/types';
import { jointBounds } from '../pick';
import { nodesOf, nodeTargets, type SnapHit, snapAxis, snapNodes, snapTargets } from '../snap';
import { moveParts } from '../transform';
import { parentOf } from '../tree';
import { type GestureOf, type GestureResult, shown } from './types';

/** Snaps of moved nodes onto nodes that stay. */
function movedNodeHits(
  design: Design,
  sheetId: string,
  ids: readonly string[],
  dx: number,
  dy: number,
  reach: number,
): SnapHit[] {
  const moved = ids.flatMap((id) => nodesOf(design, id)).slice(0, 200);
  const places = moved.map((p) => ({ x: p.x + dx, y: p.y + dy }));
  return snapNodes(nodeTargets(design, sheetId, parentOf(design, ids[0]), ids), places, reach / 2);
}

/** Moves parts. */
export function move(design: Design, sheetId: string, g: GestureOf<'move'>, reach: number): GestureResult {
  let { dx, dy } = g;
  if (g.straight) {
    if (Math.abs(dx) > Math.abs(dy)) dy = 0;
    else dx = 0;
  }
  if (g.exact) {
    const l = Math.hypot(dx, dy);
    const [a, b] = g.exact;
    [dx, dy] = g.exact.length > 1 ? [a, b] : l > 0 ? [(dx / l) * a, (dy / l) * a] : [a, 0];
  }
  const hits: SnapHit[] = [];
  const b = jointBounds(design, g.ids);
  if (b && reach > 0 && g.ids.length) {
    const targets = snapTargets(design, sheetId, parentOf(design, g.ids[0]), g.ids);
    const places = (lo: number, hi: number, d: number) => [(lo + hi) / 2 + d, lo + d, hi + d];
    const hx =
      g.straight && dx === 0 ? null : snapAxis(design, sheetId, targets, 'x', places(b.x0, b.x1, dx), reach);
    const hy =
      g.straight && dy === 0 ? null : snapAxis(design, sheetId, targets, 'y', places(b.y0, b.y1, dy), reach);
    const nodes = g.straight || (hx && hy) ? [] : movedNodeHits(design, sheetId, g.ids, dx, dy, reach);
    if (nodes.length) {
      const [nx, ny] = nodes;
      return {
        design: moveParts(design, g.ids, dx + nx.shift, dy + ny.shift),
        hits: nodes,
        readout: `${shown(dx + nx.shift)}, ${shown(dy + ny.shift)}`,
      };
    }
    if (hx) dx += hx.shift;
    if (hy) dy += hy.shift;
    const moved = { x0: b.x0 + dx, x1: b.x1 + dx, y0: b.y0 + dy, y1: b.y1 + dy };
    if (hx) hits.push({ ...hx, from: Math.min(hx.from, moved.y0), to: Math.max(hx.to, moved.y1) });
    if (hy) hits.push({ ...hy, from: Math.min(hy.from, moved.x0), to: Math.max(hy.to, moved.x1) });
  }
  return { design: moveParts(design, g.ids, dx, dy), hits, readout: `${shown(dx)}, ${shown(dy)}` };
}
