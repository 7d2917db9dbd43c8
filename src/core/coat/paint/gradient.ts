import type Joi from 'joi';
import { formatHex, parseHex } from '../../colour/colour';
import { type ColourStop, colourRamp, type Interpolation } from '../../colour/gradient';
import {
  choice,
  colour as colourField,
  endWords,
  type Field,
  fieldFault,
  later,
  length,
  lengthLimit,
  share,
  toggle,
} from '../../document/fields';
import type { Handle } from '../../document/handles';
import type { Bounds } from '../../geometry/path';
import type { Point } from '../../geometry/vector';
import { paintColour } from '../../scene/paint-colour';
import type { GradientPaint, ScenePaint, Spread } from '../../scene/types';
import type { Gradient, Stop } from '../types';
import { placeOn, shareOf } from './definition';
import { withStopChanged } from './stops';

/** Fixed gradients stand on the sheet itself: their shares are sheet units. */
export const sheetBounds: Bounds = { x0: 0, y0: 0, x1: 1, y1: 1 };

const stopColour = colourField('colour', 'Colour', 'Of the stop.');

const framed = (paint: Gradient, bounds: Bounds): Bounds => (paint.fixed ? sheetBounds : bounds);

export const interpolationWords: Readonly<Record<Interpolation, string>> = {
  srgb: 'sRGB',
  linear: 'Linear',
  oklab: 'OKLab',
};

export const spreadWords: Readonly<Record<Spread, string>> = {
  pad: 'Pad',
  repeat: 'Repeat',
  reflect: 'Reflect',
};

const storedGradient: readonly Field[] = [
  ...Object.entries(endWords).map(([name, label]) =>
    length(name, label, 'A share of the coat’s bounds, or a place on the sheet.'),
  ),
  later(
    toggle(
      'fixed',
      'Fixed to the sheet',
      'Its ends are places on the sheet, so that it runs on from part to part.',
    ),
    false,
  ),
  choice('interpolation', 'Mixes in', 'The colour space that colours run through.', interpolationWords),
  choice('spread', 'Beyond its ends', 'Which colours go on beyond the ends.', spreadWords),
];

/** The fields of a gradient's two ends, by the words they have for this kind. */
function gradientFields(paint: Gradient): readonly Field[] {
  return Object.entries(endWords).map(([name, label]) =>
    paint.fixed
      ? length(name, label, 'A place on the sheet.')
      : share(name, label, 'A share of the coat’s bounds.', -lengthLimit, lengthLimit),
  );
}

export const stopsSchema = (joi: typeof Joi): Joi.SchemaMap => ({
  stops: joi
    .array()
    .items(
      joi.object({
        at: joi.number().min(0).max(1).required(),
        colour: joi
          .string()
          .required()
          .custom((v: string, helpers) => {
            const fault = fieldFault(stopColour, v);
            return fault ? helpers.message({ custom: `“colour” ${fault}` }) : v;
          }),
        mid: joi.number().greater(0).less(1),
      }),
    )
    .min(1)
    .max(256)
    .required()
    .description(
      'Colours and where they stand, 0–1; `mid` is where between a stop and the next their colours are half and half.',
    ),
});

const sceneStops = (stops: readonly Stop[]): ColourStop[] =>
  stops.map((s) => ({
    at: s.at,
    colour: parseHex(s.colour),
    ...(s.mid === undefined ? {} : { mid: s.mid }),
  }));

/** The colours of a gradient as a function of the position, as hex. */
export function rampOf(paint: Pick<Gradient, 'stops' | 'interpolation'>): (t: number) => string {
  const ramp = colourRamp(sceneStops(paint.stops), paint.interpolation);
  return (t) => formatHex(ramp(t));
}

/** A gradient whose two ends stand at places of its bounds; `ratio` is the other axis as a share of the first. */
export function coverGradient(
  paint: Gradient,
  bounds: Bounds,
  ratio = 1,
  focus?: readonly [number, number],
): ScenePaint {
  const frame = framed(paint, bounds);
  const p = placeOn(frame, paint.x1, paint.y1);
  const q = placeOn(frame, paint.x2, paint.y2);
  const dx = q.x - p.x;
  const dy = q.y - p.y;
  const scene: GradientPaint = {
    kind: paint.kind,
    // One unit of the gradient's space along (dx, dy) and one at right angles to it.
    matrix: [dx, dy, -dy * ratio, dx * ratio, p.x, p.y],
    stops: sceneStops(paint.stops),
    interpolation: paint.interpolation,
    spread: paint.spread,
    ...(paint.fixed ? { fixed: true } : {}),
    ...(focus ? { focus } : {}),
  };
  if ((dx !== 0 || dy !== 0) && ratio !== 0) return scene;
  // Ends on one spot: the last colour fills the part (SVG 2, linear gradients).
  const last = [...scene.stops].sort((a, b) => a.at - b.at).at(-1);
  return { kind: 'solid', colour: last?.colour ?? [0, 0, 0, 0] };
}

/** The colour of a gradient at a place, as hex. */
export const gradientColour = (scene: ScenePaint, p: Point): string => formatHex(paintColour(scene, p));

/** Grips of the stops and of the midpoints between them; `at` says where a share of the way is shown. */
export function stopHandles(paint: Gradient, at: (t: number) => Point, aside: Point): Handle[] {
  const stops = paint.stops.map((s, i) => ({ ...at(s.at), id: `stop-${i}`, colour: s.colour, aside }));
  const sorted = paint.stops.map((s, i) => ({ ...s, i })).sort((a, b) => a.at - b.at);
  const ramp = rampOf(paint);
  const mids = sorted.slice(0, -1).flatMap((s, k) => {
    const next = sorted[k + 1];
    if (next.at - s.at < 0.02) return [];
    const t = s.at + (next.at - s.at) * (s.mid ?? 0.5);
    return [{ ...at(t), id: `mid-${s.i}`, colour: ramp(t), aside, small: true }];
  });
  return [...mids, ...stops];
}

export const endsOf = (paint: Gradient, bounds: Bounds): readonly [Point, Point] => {
  const frame = framed(paint, bounds);
  return [placeOn(frame, paint.x1, paint.y1), placeOn(frame, paint.x2, paint.y2)];
};

/** A direction at right angles to a line, of length 1. */
export function besideLine(a: Point, b: Point): Point {
  const long = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  return { x: (b.y - a.y) / long, y: -(b.x - a.x) / long };
}

const unit = (v: number) => Math.min(1, Math.max(0, v));

/** A stop, or the midpoint after one, put at a share of the way. */
export function withHandleAt<G extends Gradient>(paint: G, handle: string, at: number): G {
  const [what, number] = handle.split('-');
  const index = Number(number);
  const own = paint.stops[index];
  if (!own) return paint;
  if (what === 'stop') return { ...paint, stops: withStopChanged(paint.stops, index, { at: unit(at) }) };
  const next = Math.min(...paint.stops.filter((s) => s.at > own.at).map((s) => s.at));
  if (!Number.isFinite(next)) return paint;
  const mid = Math.min(0.98, Math.max(0.02, (at - own.at) / (next - own.at)));
  return { ...paint, stops: withStopChanged(paint.stops, index, { mid }) };
}

/** An end of a gradient dragged; the second travels along with a middle. */
export function withEndAt<G extends Gradient>(
  paint: G,
  handle: string,
  to: Point,
  bounds: Bounds,
  together: boolean,
): G {
  const p = paint.fixed ? to : shareOf(bounds, to);
  if (handle === 'end') return { ...paint, x2: p.x, y2: p.y };
  if (!together) return { ...paint, x1: p.x, y1: p.y };
  return { ...paint, x1: p.x, y1: p.y, x2: paint.x2 + p.x - paint.x1, y2: paint.y2 + p.y - paint.y1 };
}

/** The share of the way along the line of a gradient that is nearest to a point. */
export function shareAlong(paint: Gradient, to: Point, bounds: Bounds): number {
  const [a, b] = endsOf(paint, bounds);
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const l = dx * dx + dy * dy;
  return l > 0 ? ((to.x - a.x) * dx + (to.y - a.y) * dy) / l : 0;
}

/** A gradient whose ends have moved on the bounds; one that is fixed to the sheet stays. */
function movedEnds<G extends Gradient>(paint: G, move: (p: Point) => Point): G {
  if (paint.fixed) return paint;
  const a = move({ x: paint.x1, y: paint.y1 });
  const b = move({ x: paint.x2, y: paint.y2 });
  return { ...paint, x1: a.x, y1: a.y, x2: b.x, y2: b.y };
}

export const gradientDefaults = {
  stops: [
    { at: 0, colour: '#f3d9a0' },
    { at: 1, colour: '#9a6b1f' },
  ],
  interpolation: 'oklab',
  spread: 'pad',
  fixed: false,
} as const;

/** What gradients of all forms have in common. */
export const commonGradient = {
  stored: storedGradient,
  schema: stopsSchema,
  fields: gradientFields,
  moved: movedEnds,
  /** A stop or a midpoint is typed in per cent of the way. */
  typed: <G extends Gradient>(paint: G, handle: string, value: number): G | null =>
    handle.includes('-') ? withHandleAt(paint, handle, value / 100) : null,
};
