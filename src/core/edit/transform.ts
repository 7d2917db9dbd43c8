import { type Design, isPrimitive, type Part } from '../document/types';
import {
  applyTo,
  invert,
  type Matrix,
  matrixPlace,
  multiply,
  placeMatrix,
  rotation,
} from '../geometry/matrix';
import type { Point } from '../geometry/vector';
import { primitives } from '../source';
import { frameOf, movers, parentOf, withPart, worldOf } from './tree';

/** Moves parts by a shift on the sheet, each within its own parent. */
export function moveParts(design: Design, ids: readonly string[], dx: number, dy: number): Design {
  let out = design;
  for (const id of movers(design, ids)) {
    const part = out.parts[id];
    const back = invert(frameOf(out, parentOf(out, id)));
    if (!part || !back) continue;
    const { place } = part;
    out = withPart(out, {
      ...part,
      place: { ...place, x: place.x + back[0] * dx + back[2] * dy, y: place.y + back[1] * dx + back[3] * dy },
    });
  }
  return out;
}

/** Applies an affine map of the sheet to a part. */
function mapPart(design: Design, id: string, map: Matrix): Design {
  const part = design.parts[id];
  const frame = frameOf(design, parentOf(design, id));
  const back = invert(frame);
  if (!part || !back) return design;
  const local = multiply(back, multiply(map, multiply(frame, placeMatrix(part.place))));
  return withPart(design, { ...part, place: matrixPlace(local) });
}

/** Applies an affine map of the sheet to parts. */
export const mapParts = (design: Design, ids: readonly string[], map: Matrix): Design =>
  movers(design, ids).reduce((d, id) => mapPart(d, id, map), design);

/** Turns parts about a point of the sheet by degrees; the turn field keeps its exact number. */
export function turnParts(design: Design, ids: readonly string[], angle: number, centre: Point): Design {
  let out = design;
  for (const id of movers(design, ids)) {
    const before = out.parts[id]?.place;
    out = mapPart(out, id, rotation(angle, centre.x, centre.y));
    const part = out.parts[id];
    // A turn leaves scale and skew as they were: no rounding creeps in.
    if (before && part && !parentOf(out, id))
      out = withPart(out, {
        ...part,
        place: { ...before, x: part.place.x, y: part.place.y, turn: normalTurn(before.turn + angle) },
      });
  }
  return out;
}

/** An angle brought into −180 … 180. */
export const normalTurn = (angle: number): number => {
  const a = (((angle % 360) + 540) % 360) - 180;
  return Object.is(a, -0) ? 0 : Number(a.toFixed(9));
};

/** A primitive with its own numbers scaled, where they can say it. */
function resizedSource(part: Part, sx: number, sy: number): Part['source'] | null {
  if (!isPrimitive(part.source)) return null;
  const { kind, ...params } = part.source;
  const next = primitives[kind].resize?.(params, sx, sy);
  return next ? ({ kind, ...next } as Part['source']) : null;
}

/** Scales a part in its own axes by factors about a point of its own coordinates. */
export function scaleOwn(design: Design, id: string, sx: number, sy: number, about: Point): Design {
  const part = design.parts[id];
  if (!part) return design;
  const matrix = placeMatrix(part.place);
  const anchor = applyTo(matrix, about);
  let next: Part;
  const resized = part.steps.some((s) => s.on) ? null : resizedSource(part, Math.abs(sx), Math.abs(sy));
  if (resized) {
    const flip = (v: number) => (v < 0 ? -1 : 1);
    const { scaleX, scaleY } = part.place;
    next = {
      ...part,
      source: resized,
      place: { ...part.place, scaleX: scaleX * flip(sx), scaleY: scaleY * flip(sy) },
    };
  } else {
    const place = {
      ...part.place,
      scaleX: part.place.scaleX * sx || 1e-6,
      scaleY: part.place.scaleY * sy || 1e-6,
    };
    next = { ...part, place };
  }
  const at = applyTo(
    placeMatrix(next.place),
    resized ? { x: about.x * Math.abs(sx), y: about.y * Math.abs(sy) } : about,
  );
  next = {
    ...next,
    place: { ...next.place, x: next.place.x + anchor.x - at.x, y: next.place.y + anchor.y - at.y },
  };
  return withPart(design, next);
}

/** Scales parts by factors along the sheet's axes about a point. */
export function scaleParts(
  design: Design,
  ids: readonly string[],
  sx: number,
  sy: number,
  about: Point,
): Design {
  let out = design;
  for (const id of movers(design, ids)) {
    const part = out.parts[id];
    if (!part) continue;
    const upright = !parentOf(out, id) && part.place.turn % 90 === 0 && part.place.skew === 0;
    if (upright) {
      const swap = Math.abs(part.place.turn % 180) === 90;
      const own = invert(worldOf(out, id));
      if (own) out = scaleOwn(out, id, swap ? sy : sx, swap ? sx : sy, applyTo(own, about));
    } else out = mapPart(out, id, [sx, 0, 0, sy, about.x * (1 - sx), about.y * (1 - sy)]);
  }
  return out;
}
