import type { Design } from '../../document/types';
import { applyTo, invert } from '../../geometry/matrix';
import { saidOfPaths } from '../points/carried';
import { shiftPoints } from '../points/change';
import { withHandle } from '../points/nodes';
import { changeNodes, placeOf } from '../points/refs';
import { alongAxes, keepStraight, moveAxes } from '../snap';
import { parentOf, sheetOf, worldOf } from '../tree';
import { roundFree } from './grain';
import { snapPoint } from './snap-point';
import { type GestureOf, type GestureResult, numberText } from './types';
import { typedWay } from './way';

/** Moves chosen points; the first of them snaps and leads the others. */
export function dragPoints(
  design: Design,
  sheetId: string,
  g: GestureOf<'points'>,
  reach: number,
): GestureResult {
  const [lead] = g.refs;
  const from = lead && placeOf(design, lead);
  if (!from) return { design, hits: [], readout: '' };
  let { dx, dy } = g;
  if (g.straight) [dx, dy] = alongAxes(dx, dy, moveAxes(sheetOf(design, sheetId)));
  // Two numbers are where the first point comes to stand.
  const typed = g.exact && g.exact.length > 1 ? [g.exact[0] - from.x, g.exact[1] - from.y] : g.exact;
  [dx, dy] = typedWay(dx, dy, typed);
  const moving = [...new Set(g.refs.map((r) => r.part))];
  const goal = { x: from.x + dx, y: from.y + dy };
  const level = [design, sheetId, parentOf(design, lead.part), moving] as const;
  const grain = g.exact || g.straight ? undefined : g.grain;
  const snapped = snapPoint(...level, goal, reach, grain);
  const { p, hits } = g.straight ? keepStraight(from, goal, snapped) : snapped;
  const next = shiftPoints(design, g.refs, p.x - from.x, p.y - from.y);
  const said = saidOfPaths(design.parts, next.parts, moving);
  return { design: next, hits, readout: `${numberText(p.x)}, ${numberText(p.y)}`, ...(said ? { said } : {}) };
}

/** Drags one handle of a node. */
export function dragPointHandle(design: Design, g: GestureOf<'point-handle'>): GestureResult {
  const { ref, side } = g;
  const node = placeOf(design, ref);
  const back = invert(worldOf(design, ref.part));
  if (!node || !back) return { design, hits: [], readout: '' };
  let [dx, dy] = [g.to.x - node.x, g.to.y - node.y];
  if (g.straight) [dx, dy] = alongAxes(dx, dy);
  else if (!g.exact) {
    const to = roundFree(g.to, [], g.grain);
    [dx, dy] = [to.x - node.x, to.y - node.y];
  }
  if (g.exact) {
    const l = Math.hypot(dx, dy) || 1;
    const a = g.exact.length > 1 ? (g.exact[1] * Math.PI) / 180 : Math.atan2(dy, dx);
    [dx, dy] = g.exact.length > 1 || l > 0 ? [g.exact[0] * Math.cos(a), g.exact[0] * Math.sin(a)] : [dx, dy];
  }
  const to = applyTo(back, { x: node.x + dx, y: node.y + dy });
  const next = changeNodes(design, [ref], (n) => withHandle(n, side, to, g.free));
  const said = saidOfPaths(design.parts, next.parts, [ref.part]);
  return {
    design: next,
    hits: [],
    ...(said ? { said } : {}),
    readout: `${numberText(Math.hypot(dx, dy))}, ${numberText((Math.atan2(dy, dx) * 180) / Math.PI, 1)}°`,
  };
}
