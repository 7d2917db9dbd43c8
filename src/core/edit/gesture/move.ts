import type { Design } from '../../document/types';
import { boundsMiddle } from '../../geometry/path';
import type { Point } from '../../geometry/vector';
import { isPlacedByRule } from '../../scene/lock-up-rules';
import { jointBounds } from '../pick';
import {
  alongAxes,
  faceLines,
  moveAxes,
  nodesOf,
  nodeTargets,
  roundOf,
  type SnapHit,
  snapAxis,
  snapGap,
  snapLines,
  snapNodes,
  snapTargets,
  snapTouch,
} from '../snap';
import { moveParts } from '../transform';
import { parentOf, sheetOf } from '../tree';
import { roundFree } from './grain';
import { type GestureOf, type GestureResult, numberText } from './types';
import { typedWay } from './way';

/** Snaps to a place: moved nodes onto nodes that stay, a circle to touch another, the middle onto a slanted line. */
function placeHits(
  design: Design,
  sheetId: string,
  ids: readonly string[],
  dx: number,
  dy: number,
  reach: number,
): SnapHit[] {
  const parent = parentOf(design, ids[0]);
  const moved = ids.flatMap((id) => nodesOf(design, id)).slice(0, 200);
  const places = moved.map((p) => ({ x: p.x + dx, y: p.y + dy }));
  const nodes = snapNodes(nodeTargets(design, sheetId, parent, ids), places, reach / 2);
  if (nodes.length) return nodes;
  const round = ids.length === 1 ? roundOf(design, ids[0]) : null;
  if (round) {
    const touch = snapTouch(
      [design, sheetId, parent, ids],
      { x: round.x + dx, y: round.y + dy, r: round.r },
      reach,
    );
    if (touch.length) return touch;
  }
  return lineHits(design, sheetId, ids, places, dx, dy, reach);
}

/** Most nodes of what is moved that are laid on slanted lines. */
const leads = 16;

/** The shortest shift that lays the middle of the parts, or one of their nodes, on slanted lines; crossings first. */
function lineHits(
  design: Design,
  sheetId: string,
  ids: readonly string[],
  nodes: readonly Point[],
  dx: number,
  dy: number,
  reach: number,
): SnapHit[] {
  const b = jointBounds(design, ids);
  if (!b) return [];
  const middle = { x: (b.x0 + b.x1) / 2 + dx, y: (b.y0 + b.y1) / 2 + dy };
  const found = [middle, ...nodes.slice(0, leads)]
    .map((p) => snapLines(design, sheetId, p, reach))
    .filter((hits) => hits.length);
  const lines = ([h]: readonly SnapHit[]) => h.proof?.length ?? 0;
  const length = ([x, y]: readonly SnapHit[]) => Math.hypot(x.shift, y.shift);
  return found.sort((p, q) => lines(q) - lines(p) || length(p) - length(q))[0] ?? [];
}

/** Moves parts. */
export function move(design: Design, sheetId: string, g: GestureOf<'move'>, reach: number): GestureResult {
  if (
    g.ids.length &&
    g.ids.every((id) => isPlacedByRule(design, design.parts[parentOf(design, id) ?? ''], id))
  )
    return { design, hits: [], readout: 'placed by its lock-up' };
  let { dx, dy } = g;
  if (g.straight) [dx, dy] = alongAxes(dx, dy, moveAxes(sheetOf(design, sheetId)));
  const slanted = g.straight && dx !== 0 && dy !== 0;
  [dx, dy] = typedWay(dx, dy, g.exact);
  const hits: SnapHit[] = [];
  const b = jointBounds(design, g.ids);
  if (b && reach > 0 && g.ids.length && slanted) {
    const [nx, ny] = placeHits(design, sheetId, g.ids, dx, dy, reach);
    // Only what lies along the axis may pull.
    if (nx && ny && Math.abs(nx.shift * dy - ny.shift * dx) < 1e-6 * Math.hypot(dx, dy)) {
      hits.push(nx, ny);
      dx += nx.shift;
      dy += ny.shift;
    }
  } else if (b && reach > 0 && g.ids.length) {
    const targets = snapTargets(design, sheetId, parentOf(design, g.ids[0]), g.ids);
    const places = (lo: number, hi: number, d: number) => [(lo + hi) / 2 + d, lo + d, hi + d];
    // Words are led by their baselines too.
    const baselines = g.ids.flatMap((id) =>
      faceLines(design, id).flatMap((l) => (l.what === 'baseline' ? [l.y + dy] : [])),
    );
    let hx =
      g.straight && dx === 0 ? null : snapAxis(design, sheetId, targets, 'x', places(b.x0, b.x1, dx), reach);
    let hy =
      g.straight && dy === 0
        ? null
        : snapAxis(design, sheetId, targets, 'y', [...places(b.y0, b.y1, dy), ...baselines], reach);
    // A place in both directions at once goes before lines: nodes, touching circles, slanted lines.
    const free = !g.straight && !(hx && hy);
    const both = free ? placeHits(design, sheetId, g.ids, dx, dy, reach) : [];
    if (both.length) {
      const [nx, ny] = both;
      return {
        design: moveParts(design, g.ids, dx + nx.shift, dy + ny.shift),
        hits: both,
        readout: `${numberText(dx + nx.shift)}, ${numberText(dy + ny.shift)}`,
      };
    }
    const level = [design, sheetId, parentOf(design, g.ids[0]), g.ids] as const;
    const now = { x0: b.x0 + dx, x1: b.x1 + dx, y0: b.y0 + dy, y1: b.y1 + dy };
    if (!hx && !(g.straight && dx === 0)) hx = snapGap([...level], now, 'x', reach);
    if (!hy && !(g.straight && dy === 0)) hy = snapGap([...level], now, 'y', reach);
    if (hx) dx += hx.shift;
    if (hy) dy += hy.shift;
    const moved = { x0: b.x0 + dx, x1: b.x1 + dx, y0: b.y0 + dy, y1: b.y1 + dy };
    if (hx) hits.push({ ...hx, from: Math.min(hx.from, moved.y0), to: Math.max(hx.to, moved.y1) });
    if (hy) hits.push({ ...hy, from: Math.min(hy.from, moved.x0), to: Math.max(hy.to, moved.x1) });
  }
  if (b && !g.exact && !slanted) {
    const middle = boundsMiddle(b);
    const to = roundFree({ x: middle.x + dx, y: middle.y + dy }, hits, g.grain);
    if (!(g.straight && dx === 0)) dx = to.x - middle.x;
    if (!(g.straight && dy === 0)) dy = to.y - middle.y;
  }
  return { design: moveParts(design, g.ids, dx, dy), hits, readout: `${numberText(dx)}, ${numberText(dy)}` };
}
