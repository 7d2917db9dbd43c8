import type { PDFRef } from 'pdf-lib';
import type { Rgba } from '../../colour/colour';
import { type ColourStop, colourRamp } from '../../colour/gradient';
import { applyTo, invert, type Matrix, multiply } from '../../geometry/matrix';
import { type Bounds, boundsCorners } from '../../geometry/path';
import type { GradientPaint } from '../../scene/types';
import type { PdfTarget } from './target';

/** Colours between two stops that are not mixed straight in sRGB. */
const samples = 64;

/** Repeats of a gradient that are written at most. */
const mostRepeats = 60;

/** A stretch of a gradient along its own axis, in whose middle no stop lies. */
interface Stretch {
  readonly from: number;
  readonly to: number;
  readonly colours: readonly Rgba[];
}

/** The stretches of a gradient over 0–1, the outermost colours carried on to its ends. */
function stretchesOf({ stops, interpolation }: GradientPaint): Stretch[] {
  const sorted = [...stops].sort((a, b) => a.at - b.at);
  if (!sorted.length) return [];
  const out: Stretch[] = [];
  const ramp = colourRamp(sorted, interpolation);
  const flat = (from: number, to: number, { colour }: ColourStop) => {
    if (to > from) out.push({ from, to, colours: [colour, colour] });
  };
  flat(0, Math.min(1, sorted[0].at), sorted[0]);
  sorted.slice(1).forEach((b, i) => {
    const a = sorted[i];
    const [from, to] = [Math.max(0, a.at), Math.min(1, b.at)];
    if (!(to > from)) return;
    const straight = interpolation === 'srgb' && a.mid === undefined && from === a.at && to === b.at;
    if (straight) out.push({ from, to, colours: [a.colour, b.colour] });
    else {
      // Just within its ends: at a stop two stretches meet, each with a colour of its own.
      const at = (k: number) => from + (to - from) * Math.min(1 - 1e-9, Math.max(1e-9, k / samples));
      out.push({ from, to, colours: Array.from({ length: samples + 1 }, (_, k) => ramp(at(k))) });
    }
  });
  const last = sorted[sorted.length - 1];
  flat(Math.max(0, last.at), 1, last);
  return out;
}

/** The same over `from` to `to` of what repeats, or back and forth. */
function spreadOut(own: readonly Stretch[], from: number, to: number, reflect: boolean): Stretch[] {
  const out: Stretch[] = [];
  for (let k = Math.floor(from); k < to; k++) {
    const back = reflect && k % 2 !== 0;
    const turned = back
      ? own.map((s) => ({ from: 1 - s.to, to: 1 - s.from, colours: s.colours.toReversed() })).toReversed()
      : own;
    out.push(...turned.map((s) => ({ ...s, from: s.from + k, to: s.to + k })));
  }
  return out;
}

type Channels = (colour: Rgba) => readonly number[];
const rgb: Channels = ([r, g, b]) => [r, g, b];
const alpha: Channels = ([, , , a]) => [a];

/** A function of one stretch: straight (type 2), or sampled in 16 bits (type 0; ISO 32000-1, 7.10). */
function stretchFunction(target: PdfTarget, { colours }: Stretch, channels: Channels): PDFRef {
  if (colours.length === 2)
    return target.object({
      FunctionType: 2,
      Domain: [0, 1],
      C0: channels(colours[0]),
      C1: channels(colours[1]),
      N: 1,
    });
  const values = colours.flatMap(channels);
  const bytes = new Uint8Array(2 * values.length);
  values.forEach((v, i) => {
    const n = Math.round(65535 * Math.min(1, Math.max(0, v)));
    bytes[2 * i] = n >> 8;
    bytes[2 * i + 1] = n & 255;
  });
  return target.stream(bytes, {
    FunctionType: 0,
    Domain: [0, 1],
    Range: channels(colours[0]).flatMap(() => [0, 1]),
    Size: [colours.length],
    BitsPerSample: 16,
  });
}

function rampFunction(target: PdfTarget, list: readonly Stretch[], channels: Channels): PDFRef {
  const functions = list.map((s) => stretchFunction(target, s, channels));
  if (functions.length === 1) return functions[0];
  return target.object({
    FunctionType: 3,
    Domain: [list[0].from, list[list.length - 1].to],
    Functions: functions,
    Bounds: list.slice(1).map((s) => s.from),
    Encode: list.flatMap(() => [0, 1]),
  });
}

/** What of a gradient's own axis bounds on the sheet reach, or null where it lies on no plane. */
function reached(matrix: Matrix, radial: boolean, bounds: Bounds): [number, number] | null {
  const back = invert(matrix);
  if (!back) return null;
  const corners = boundsCorners(bounds).map((p) => applyTo(back, p));
  if (radial) return [0, Math.max(1, ...corners.map((p) => Math.hypot(p.x, p.y)))];
  const along = corners.map((p) => p.x);
  return [Math.min(...along), Math.max(...along)];
}

/** A gradient as patterns: its colours, and its opacity in greys where it has any. */
export interface GradientPatterns {
  readonly colours: PDFRef;
  readonly alphas: PDFRef | null;
}

/**
 * A linear or radial gradient as a pattern in sheet coordinates (ISO 32000-1, 8.7.4.5); null for one that PDF has no means for.
 * @param bounds what is painted with it, on the sheet
 */
export function gradientPatterns(
  target: PdfTarget,
  paint: GradientPaint,
  toSheet: Matrix,
  bounds: Bounds,
): GradientPatterns | null {
  const { kind, spread, focus, fixed } = paint;
  const radial = kind === 'radial';
  if (kind === 'conic' || paint.homography || paint.unbent) return null;
  const matrix = fixed ? paint.matrix : multiply(toSheet, paint.matrix);
  const own = stretchesOf(paint);
  const span = reached(matrix, radial, bounds);
  if (!span || !own.length) return null;
  const [from, to] = spread === 'pad' ? [0, 1] : [Math.floor(span[0]), Math.ceil(span[1])];
  if (to - from > mostRepeats || (focus && spread !== 'pad')) return null;
  const list = spread === 'pad' ? own : spreadOut(own, from, Math.max(to, from + 1), spread === 'reflect');
  const [fx, fy] = focus ?? [0, 0];
  const end = Math.max(to, from + 1);
  const pattern = (channels: Channels, space: string): PDFRef =>
    target.object({
      Type: 'Pattern',
      PatternType: 2,
      Matrix: [...matrix],
      Shading: {
        ShadingType: radial ? 3 : 2,
        ColorSpace: space,
        Coords: radial ? [fx, fy, 0, 0, 0, end] : [from, 0, end, 0],
        Domain: [from, end],
        Function: rampFunction(target, list, channels),
        Extend: [true, true],
      },
    });
  const clear = paint.stops.some((s) => s.colour[3] < 1);
  return { colours: pattern(rgb, 'DeviceRGB'), alphas: clear ? pattern(alpha, 'DeviceGray') : null };
}
