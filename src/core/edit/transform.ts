import type { Design, Part } from '../document/types';
import {
  applyTo,
  invert,
  type Matrix,
  matrixPlace,
  multiply,
  placeMatrix,
  rotation,
} from '../geometry/matrix';
import { type Point, toPlaces } from '../geometry/vector';
import { isPrimitive, primitives } from '../source';
import { withLengths } from './lengths';
import { familyOf, frameOf, movers, parentOf, withPart, withParts, worldOf } from './tree';

/** Moves parts by a shift on the sheet, each within its own parent. */
export function moveParts(design: Design, ids: readonly string[], dx: number, dy: number): Design {
  const moved = movers(design, ids).flatMap((id): Part[] => {
    const part = design.parts[id];
    const back = invert(frameOf(design, parentOf(design, id)));
    if (!part || !back) return [];
    const { place } = part;
    // A part that is put on a round number stands on it.
    const x = toPlaces(place.x + back[0] * dx + back[2] * dy, 11);
    const y = toPlaces(place.y + back[1] * dx + back[3] * dy, 11);
    return [{ ...part, place: { ...place, x, y } }];
  });
  return withParts(design, moved);
}

/** A part under an affine map of the sheet, or null where its parent is too flat to say. */
function mapped(design: Design, id: string, map: Matrix): Part | null {
  const part = design.parts[id];
  const frame = frameOf(design, parentOf(design, id));
  const back = invert(frame);
  if (!part || !back) return null;
  return {
    ...part,
    place: matrixPlace(multiply(back, multiply(map, multiply(frame, placeMatrix(part.place))))),
  };
}

/** Applies an affine map of the sheet to parts. */
export const mapParts = (design: Design, ids: readonly string[], map: Matrix): Design =>
  withParts(
    design,
    movers(design, ids)
      .map((id) => mapped(design, id, map))
      .filter((p) => p !== null),
  );

/** Turns parts about a point of the sheet by degrees; the turn field keeps its exact number. */
export function turnParts(design: Design, ids: readonly string[], angle: number, centre: Point): Design {
  const turned = movers(design, ids).flatMap((id): Part[] => {
    const next = mapped(design, id, rotation(angle, centre.x, centre.y));
    const before = design.parts[id]?.place;
    if (!next || !before) return [];
    if (parentOf(design, id)) return [next];
    // A turn leaves scale and skew as they were: no rounding creeps in.
    const { x, y } = next.place;
    return [{ ...next, place: { ...before, x, y, turn: normalTurn(before.turn + angle) } }];
  });
  return withParts(design, turned);
}

/** An angle brought into −180 … 180. */
export const normalTurn = (angle: number): number => {
  const a = (((angle % 360) + 540) % 360) - 180;
  return Object.is(a, -0) ? 0 : toPlaces(a, 9);
};

/** A primitive with its own numbers scaled, where they can say it. */
function resizedSource(part: Part, sx: number, sy: number): Part['source'] | null {
  if (!isPrimitive(part.source)) return null;
  const { kind, ...params } = part.source;
  const next = primitives[kind].resize?.(params, sx, sy);
  return next ? ({ kind, ...next } as Part['source']) : null;
}

/** The design with strokes and corner radii of a part and all in it `k` times as long. */
const withFamilyLengths = (design: Design, id: string, k: number): Design =>
  Math.abs(k - 1) < 1e-12
    ? design
    : withParts(
        design,
        familyOf(design, id).map((f) => withLengths(design.parts[f], k)),
      );

/**
 * Scales a part in its own axes by factors about a point of its own coordinates. With `along` its
 * strokes and corner radii grow too where both sides grow alike; otherwise they stay as they are.
 */
export function scaleOwn(
  design: Design,
  id: string,
  sx: number,
  sy: number,
  about: Point,
  along = true,
): Design {
  const part = design.parts[id];
  if (!part) return design;
  const [ax, ay] = [Math.abs(sx), Math.abs(sy)];
  const anchor = applyTo(placeMatrix(part.place), about);
  const resized = part.steps.some((s) => s.on) ? null : resizedSource(part, ax, ay);
  const flip = (v: number) => (v < 0 ? -1 : 1);
  const { scaleX, scaleY } = part.place;
  let next: Part = resized
    ? {
        ...part,
        source: resized,
        place: { ...part.place, scaleX: scaleX * flip(sx), scaleY: scaleY * flip(sy) },
      }
    : { ...part, place: { ...part.place, scaleX: scaleX * sx || 1e-6, scaleY: scaleY * sy || 1e-6 } };
  // Its own numbers leave strokes as they are; its place takes them along.
  const alike = Math.abs(ax - ay) < 1e-9 * ax;
  if (resized && along && alike) next = withLengths(next, ax);
  const to = resized ? { x: about.x * ax, y: about.y * ay } : about;
  const at = applyTo(placeMatrix(next.place), to);
  const { x, y } = next.place;
  next = { ...next, place: { ...next.place, x: x + anchor.x - at.x, y: y + anchor.y - at.y } };
  const out = withPart(design, next);
  return resized || along ? out : withFamilyLengths(out, id, 1 / Math.sqrt(ax * ay));
}

/** Scales parts by factors along the sheet's axes about a point; strokes and radii as in `scaleOwn`. */
export function scaleParts(
  design: Design,
  ids: readonly string[],
  sx: number,
  sy: number,
  about: Point,
  along = true,
): Design {
  let out = design;
  for (const id of movers(design, ids)) {
    const part = out.parts[id];
    if (!part) continue;
    const upright = !parentOf(out, id) && part.place.turn % 90 === 0 && part.place.skew === 0;
    if (upright) {
      const swap = Math.abs(part.place.turn % 180) === 90;
      const own = invert(worldOf(out, id));
      if (own) out = scaleOwn(out, id, swap ? sy : sx, swap ? sx : sy, applyTo(own, about), along);
      continue;
    }
    const next = mapped(out, id, [sx, 0, 0, sy, about.x * (1 - sx), about.y * (1 - sy)]);
    if (!next) continue;
    out = withPart(out, next);
    if (!along) out = withFamilyLengths(out, id, 1 / Math.sqrt(Math.abs(sx * sy)));
  }
  return out;
}
