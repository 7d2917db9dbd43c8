import { makeCoat, makePart, makeSource } from '../../document/create';
import type { Design } from '../../document/types';
import { applyTo, invert } from '../../geometry/matrix';
import { radians } from '../../geometry/vector';
import { primitives } from '../../source';
import { alongEighth } from '../draft';
import { childrenOf, frameOf, withChildren, withPart } from '../tree';
import { snapPoint } from './snap-point';
import { type GestureOf, type GestureResult, shown } from './types';

/** The drag that the typed numbers say, towards the side the pointer is on. */
function exactDrag(
  g: GestureOf<'draw'>,
  exact: readonly number[],
  dx: number,
  dy: number,
  line: boolean,
): [number, number] {
  const [a, b] = exact;
  if (line) {
    const angle = exact.length > 1 ? radians(b) : Math.atan2(dy, dx);
    return [a * Math.cos(angle), a * Math.sin(angle)];
  }
  const half = g.fromCentre ? 0.5 : 1;
  return [a * half * (dx < 0 ? -1 : 1), (exact.length > 1 ? b : a) * half * (dy < 0 ? -1 : 1)];
}

/** Draws a new part of a kind over the dragged box. */
export function draw(design: Design, sheetId: string, g: GestureOf<'draw'>, reach: number): GestureResult {
  const start = snapPoint(design, sheetId, g.parent, [], g.from, reach);
  const end = snapPoint(design, sheetId, g.parent, [], g.to, reach);
  const back = invert(frameOf(design, g.parent));
  if (!back) return { design, hits: [], readout: '' };
  const p = applyTo(back, start.p);
  const q = applyTo(back, end.p);
  let dx = q.x - p.x;
  let dy = q.y - p.y;
  const definition = primitives[g.kind];
  if (g.exact) [dx, dy] = exactDrag(g, g.exact, dx, dy, !!definition.between);
  let params: Record<string, unknown>;
  let readout: string;
  let centre = { x: p.x + dx / 2, y: p.y + dy / 2 };
  if (definition.between) {
    if (g.keepShape) [dx, dy] = alongEighth(dx, dy);
    params = definition.between(definition.defaults, dx, dy);
    centre = { x: p.x + dx / 2, y: p.y + dy / 2 };
    readout = `${shown(Math.hypot(dx, dy))}`;
  } else {
    if (g.keepShape || 'radius' in definition.defaults) {
      const side = Math.max(Math.abs(dx), Math.abs(dy));
      dx = side * (dx < 0 ? -1 : 1);
      dy = side * (dy < 0 ? -1 : 1);
    }
    const w = Math.abs(dx) * (g.fromCentre ? 2 : 1);
    const h = Math.abs(dy) * (g.fromCentre ? 2 : 1);
    params = definition.fit?.(definition.defaults, w, h) ?? definition.defaults;
    centre = g.fromCentre ? p : { x: p.x + dx / 2, y: p.y + dy / 2 };
    readout = `${shown(w)} × ${shown(h)}`;
  }
  const coats = definition.open
    ? [makeCoat('stroke')]
    : [makeCoat('fill', { paint: { kind: 'solid', colour: '#9a6b1f' } })];
  let part = makePart(makeSource(g.kind as 'ellipse', params), {
    coats,
    place: { ...centre, turn: 0, skew: 0, scaleX: 1, scaleY: 1 },
  });
  const kept = design.parts[g.id];
  part = { ...part, id: g.id, name: g.name, coats: kept?.coats ?? part.coats };
  const ids = childrenOf(design, sheetId, g.parent);
  return {
    design: withChildren(withPart(design, part), sheetId, g.parent, [...ids, g.id]),
    hits: end.hits,
    readout,
  };
}
