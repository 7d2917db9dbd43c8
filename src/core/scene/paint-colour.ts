import type { ColourChange } from '../colour/change';
import type { Rgba } from '../colour/colour';
import { colourCube } from '../colour/cube';
import { colourAlong, colourRamp } from '../colour/gradient';
import { invertProjection, projected } from '../geometry/homography';
import { applyTo, invert } from '../geometry/matrix';
import type { Point } from '../geometry/vector';
import type { GradientPaint, ScenePaint } from './types';
import { unbentPlace } from './unbent';

/** Where on a gradient (u, v) of its own space lies: its position, before it is held or repeated. */
function position({ kind, focus = [0, 0] }: GradientPaint, { x: u, y: v }: Point): number {
  if (kind === 'linear') return u;
  if (kind === 'conic') {
    const turn = Math.atan2(v, u) / (2 * Math.PI);
    return turn - Math.floor(turn);
  }
  // Where the ray from the focus meets the unit circle (SVG 2, radial gradients).
  const [dx, dy] = [u - focus[0], v - focus[1]];
  const dot = dx * focus[0] + dy * focus[1];
  const square = dx * dx + dy * dy;
  const inside = 1 - focus[0] ** 2 - focus[1] ** 2;
  return square === 0 ? 0 : square / (Math.sqrt(dot * dot + square * inside) - dot);
}

const spreadOver = {
  pad: (t: number) => Math.min(1, Math.max(0, t)),
  repeat: (t: number) => t - Math.floor(t),
  reflect: (t: number) => 1 - Math.abs(1 - (t - 2 * Math.floor(t / 2))),
};

/** Whether two paints are one and the same object or colour. */
export const samePaint = (a: ScenePaint, b: ScenePaint): boolean =>
  a === b || (a.kind === 'solid' && b.kind === 'solid' && a.colour.every((v, i) => v === b.colour[i]));

/** A place in a gradient's own space, or null where all of it lies on a line. */
function placeIn({ matrix, homography, unbent }: GradientPaint, at: Point): Point | null {
  const p = unbent ? unbentPlace(unbent, at) : at;
  if (homography) {
    const back = invertProjection(homography);
    return back && projected(back, p);
  }
  const back = invert(matrix);
  return back && applyTo(back, p);
}

/** Stands for the colours of a picture, which may show what is under it. */
const seeThrough: Rgba = [0.5, 0.5, 0.5, 0.5];

/** The straight colour of a paint at a place of the coordinates its matrix leads to. */
export function paintColour(paint: ScenePaint, p: Point): Rgba {
  if (paint.kind === 'solid') return paint.colour;
  if (paint.kind === 'image') return seeThrough;
  const own = placeIn(paint, p);
  const t = own ? position(paint, own) : 1;
  return colourAlong(paint.stops, paint.interpolation, spreadOver[paint.spread](t));
}

/** All colours that a paint can have, as far as they are known. */
export const coloursIn = (paint: ScenePaint): readonly Rgba[] =>
  paint.kind === 'solid'
    ? [paint.colour]
    : paint.kind === 'image'
      ? [seeThrough]
      : paint.stops.map((s) => s.colour);

/** Stretches a gradient is cut into between stops, so that the change shows along all of it. */
const pieces = 12;
/** Stops beyond which they lie close enough as they are: else each change would make twelve times as many. */
const enoughStops = 200;

/** A paint with all its colours changed. */
export function changedPaint(paint: ScenePaint, change: ColourChange): ScenePaint {
  if (paint.kind === 'solid') return { ...paint, colour: change(paint.colour) };
  if (paint.kind === 'image') return { ...paint, changed: colourCube(change, paint.changed) };
  const ramp = colourRamp(paint.stops, paint.interpolation);
  const sorted = [...paint.stops].sort((a, b) => a.at - b.at);
  const cuts = sorted.length > enoughStops ? 1 : pieces;
  const stops = sorted.flatMap((s, i) => {
    const next = sorted[i + 1];
    const own = { at: s.at, colour: change(s.colour) };
    if (!next || next.at <= s.at) return [own];
    const inner = Array.from({ length: cuts - 1 }, (_, k) => {
      const at = s.at + ((next.at - s.at) * (k + 1)) / cuts;
      return { at, colour: change(ramp(at)) };
    });
    return [own, ...inner];
  });
  return { ...paint, stops };
}
