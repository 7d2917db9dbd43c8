import { keepPaint } from '../coat';
import { makeId, makePart } from '../document/create';
import type { Design, Part } from '../document/types';
import { applyTo, type Matrix, origin, placeMatrix } from '../geometry/matrix';
import { pathBounds } from '../geometry/path';
import { joinOutline } from '../outline/join';
import { evaluatePart, placedOutline } from '../scene/evaluate';
import { pieceKeys } from '../source/piece';
import { inOrder, wrap } from './arrange-parts';
import { type Edited, freeName } from './edited';
import { withPart } from './tree';

/** The pieces of one part, lowest first, each painted as it was in the whole. */
function piecesOf(design: Design, body: Part, cutter: Part): Part[] {
  const [whole, knife] = [body, cutter].map((p) => placedOutline(evaluatePart(design, p), p));
  const keys = pieceKeys(whole, [knife]);
  if (keys.length < 2) return [];
  const own = pathBounds(joinOutline(evaluatePart(design, body).outline));
  const toPiece: Matrix = placeMatrix(body.place);
  return keys.map((_, index): Part => {
    const part = makePart(
      { kind: 'piece', of: body.id, by: [cutter.id], index, keys },
      { name: `${body.name}, piece ${index + 1}`, opacity: body.opacity, blend: body.blend, place: origin },
    );
    const outline = evaluatePart(design, part).outline;
    const bounds = pathBounds(joinOutline(outline));
    const coats = body.coats.map((c) => ({
      ...(own && bounds ? keepPaint(c, own, bounds, (p) => applyTo(toPiece, p)) : c),
      id: makeId(),
    }));
    return { ...part, coats };
  });
}

/**
 * Splits parts where the topmost of them runs, open or closed. The pieces are parts of their own in
 * one group; what was cut and the cutter stay in it as construction lines, movable, and the pieces
 * follow. Parts that the cutter does not run across stay as they are.
 */
export function cutAlong(design: Design, sheetId: string, ids: readonly string[]): Edited {
  const unchanged = { design, chosen: ids };
  const members = inOrder(design, sheetId, ids);
  if (members.length < 2) return unchanged;
  const group = makePart({ kind: 'group' }, { name: freeName(design, 'Cut') });
  const wrapped = wrap(design, sheetId, members, group);
  let out = wrapped.design;
  const cutter = out.parts[members[members.length - 1]];
  const bodies = members.slice(0, -1).map((id) => out.parts[id]);
  const pieces = new Map(bodies.map((b) => [b.id, piecesOf(out, b, cutter)]));
  const cut = bodies.filter((b) => pieces.get(b.id)?.length);
  if (!cut.length) return unchanged;
  for (const p of [...cut, cutter]) out = withPart(out, { ...p, construction: true });
  for (const p of [...pieces.values()].flat()) out = withPart(out, p);
  const shown = bodies.flatMap((b) => pieces.get(b.id)?.map((p) => p.id) ?? []);
  const whole = bodies.filter((b) => !cut.includes(b)).map((b) => b.id);
  // What was cast by the whole is cast by its pieces together.
  const finishes = cut.length === 1 ? cut[0].finishes : [];
  out = withPart(out, {
    ...out.parts[group.id],
    finishes: finishes.map((f) => ({ ...f, id: makeId() })),
    children: [...whole, ...shown, ...cut.map((b) => b.id), cutter.id],
  });
  return { design: out, chosen: [group.id] };
}
