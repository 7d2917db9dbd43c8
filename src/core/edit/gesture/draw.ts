import { makeCoat, makePart, makeSource } from '../../document/create';
import type { Design } from '../../document/types';
import { applyTo, invert } from '../../geometry/matrix';
import { radians } from '../../geometry/vector';
import { primitives } from '../../source';
import { drawnOnMatrix, newPlace } from '../grid-plane';
import { alongAxes, axesOf, type SnapHit, snapSize, snapTangent } from '../snap';
import { childrenOf, frameOf, sheetOf, withChildren, withPart } from '../tree';
import { snapPoint } from './snap-point';
import { type GestureOf, type GestureResult, numberText } from './types';

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

type SnapLevel = [Design, string, string | null, readonly string[]];

/** A drag drawn out or in so that the box is as wide or as high as another part. */
function sameSize(level: SnapLevel, dx: number, dy: number, g: GestureOf<'draw'>, reach: number) {
  const k = g.fromCentre ? 2 : 1;
  const wide = snapSize(level, 'width', Math.abs(dx) * k, reach);
  const high = snapSize(level, 'height', Math.abs(dy) * k, reach);
  const grow = (d: number, hit: SnapHit | null) => d + ((hit?.shift ?? 0) / k) * (d < 0 ? -1 : 1);
  const even = g.keepShape || 'radius' in primitives[g.kind].defaults;
  const hits = (even ? [wide ?? high] : [wide, high]).filter((h) => h !== null);
  return even
    ? { dx: grow(dx, hits[0] ?? null), dy: grow(dy, hits[0] ?? null), hits }
    : { dx: grow(dx, wide), dy: grow(dy, high), hits };
}

/** Draws a new part of a kind over the dragged box. */
export function draw(design: Design, sheetId: string, g: GestureOf<'draw'>, reach: number): GestureResult {
  const start = snapPoint(design, sheetId, g.parent, [], g.from, reach, g.grain);
  const definition = primitives[g.kind];
  const level: SnapLevel = [design, sheetId, g.parent, []];
  const [tx, ty] =
    definition.between && !g.keepShape && reach > 0 ? snapTangent(level, start.p, g.to, reach) : [];
  const end = tx
    ? { p: { x: g.to.x + tx.shift, y: g.to.y + ty.shift }, hits: [tx, ty] }
    : snapPoint(...level, g.to, reach, g.exact ? undefined : g.grain);
  const sheet = sheetOf(design, sheetId);
  const plane = drawnOnMatrix(sheet);
  const frame = frameOf(design, g.parent);
  const back = invert(plane ?? frame);
  if (!back) return { design, hits: [], readout: '' };
  const p = applyTo(back, start.p);
  const q = applyTo(back, end.p);
  let dx = q.x - p.x;
  let dy = q.y - p.y;
  let { hits }: { hits: readonly SnapHit[] } = end;
  if (g.exact) [dx, dy] = exactDrag(g, g.exact, dx, dy, !!definition.between);
  let params: Record<string, unknown>;
  let readout: string;
  let centre = { x: p.x + dx / 2, y: p.y + dy / 2 };
  if (definition.between) {
    // On a plane its own level and upright are the axes of the grid.
    if (g.keepShape) [dx, dy] = alongAxes(dx, dy, plane ? undefined : axesOf(sheet));
    params = definition.between(definition.defaults, dx, dy);
    centre = { x: p.x + dx / 2, y: p.y + dy / 2 };
    readout = `${numberText(Math.hypot(dx, dy))}`;
  } else {
    if (g.keepShape || 'radius' in definition.defaults) {
      const side = Math.max(Math.abs(dx), Math.abs(dy));
      dx = side * (dx < 0 ? -1 : 1);
      dy = side * (dy < 0 ? -1 : 1);
    }
    // As large as another part, where nothing else was met.
    if (!g.exact && !g.parent && !plane && !end.hits.length && reach > 0) {
      const grown = sameSize(level, dx, dy, g, reach);
      [dx, dy, hits] = [grown.dx, grown.dy, grown.hits];
    }
    const w = Math.abs(dx) * (g.fromCentre ? 2 : 1);
    const h = Math.abs(dy) * (g.fromCentre ? 2 : 1);
    params = definition.fit?.(definition.defaults, w, h) ?? definition.defaults;
    centre = g.fromCentre ? p : { x: p.x + dx / 2, y: p.y + dy / 2 };
    readout = `${numberText(w)} × ${numberText(h)}`;
  }
  // A sheet paints itself; which one it is at first can be changed.
  if (definition.lays) params = { ...params, sheet: design.sheets.find((s) => s.id !== sheetId)?.id ?? '' };
  const coats = definition.lays
    ? []
    : definition.open
      ? [makeCoat('stroke')]
      : [makeCoat('fill', { paint: { kind: 'solid', colour: '#9a6b1f' } })];
  let part = makePart(makeSource(g.kind as 'ellipse', params), {
    coats,
    place: newPlace(sheet, frame, applyTo(plane ?? frame, centre)),
  });
  const kept = design.parts[g.id];
  part = { ...part, id: g.id, name: g.name, coats: kept?.coats ?? part.coats };
  const ids = childrenOf(design, sheetId, g.parent);
  return {
    design: withChildren(withPart(design, part), sheetId, g.parent, [...ids, g.id]),
    hits,
    readout,
  };
}
