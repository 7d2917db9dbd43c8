import type { Design } from '../../document/types';
import { applyTo } from '../../geometry/matrix';
import { boundsMiddle } from '../../geometry/path';
import type { Point } from '../../geometry/vector';
import { jointBounds } from '../pick';
import { anchorOf } from '../place';
import { normalTurn, turnParts } from '../transform';
import { worldOf } from '../tree';
import { type GestureOf, type GestureResult, numberText } from './types';

/** Turns parts about their anchor or common middle. */
export function turn(design: Design, g: GestureOf<'turn'>): GestureResult {
  const b = jointBounds(design, g.ids);
  if (!b) return { design, hits: [], readout: '' };
  const one = g.ids.length === 1 ? design.parts[g.ids[0]] : null;
  // A single part turns about its own anchor, several about their common middle.
  const centre = one ? applyTo(worldOf(design, one.id), anchorOf(design, one)) : boundsMiddle(b);
  const at = (p: Point) => (Math.atan2(p.y - centre.y, p.x - centre.x) * 180) / Math.PI;
  let angle = normalTurn(at(g.to) - at(g.from));
  if (g.exact) [angle] = g.exact;
  else if (g.straight) angle = Math.round(angle / 15) * 15;
  else angle = Math.round(angle * 10) / 10;
  return { design: turnParts(design, g.ids, angle, centre), hits: [], readout: `${numberText(angle, 1)}°` };
}
