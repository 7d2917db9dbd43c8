import type { Rgba } from './colour';
import { fromLinear, fromOklab, type Triple, toLinear, toOklab } from './spaces';

/** The space that colours between two stops are worked out in. */
export const interpolations = ['srgb', 'linear', 'oklab'] as const;
export type Interpolation = (typeof interpolations)[number];

export interface ColourStop {
  /** Position along the gradient, 0–1. */
  readonly at: number;
  readonly colour: Rgba;
  /** Where between this stop and the next their colours are mixed half and half, 0–1; 0.5 where left out. */
  readonly mid?: number;
}

const into: Record<Interpolation, (c: Triple) => Triple> = {
  srgb: (c) => c,
  linear: toLinear,
  oklab: toOklab,
};

const outOf: Record<Interpolation, (c: Triple) => Triple> = {
  srgb: (c) => c,
  linear: fromLinear,
  oklab: fromOklab,
};

const clip = (v: number) => Math.min(1, Math.max(0, v));

const convert = (space: Interpolation, { colour: [r, g, b] }: ColourStop): Triple => into[space]([r, g, b]);

/** A share of the way between two stops with a midpoint (CSS Images 4, 3.5.3, colour hints). */
export const eased = (f: number, mid = 0.5): number =>
  mid === 0.5 ? f : f ** (Math.log(0.5) / Math.log(mid));

/** Share of a gradient that its beginning takes where further stops stand there as well: nobody sees it. */
const justAfter = 1e-7;

/**
 * Returns stops in their order. Places before a gradient are looked up as its beginning: there the first of several stops
 * counts, and the last of them within it (SVG 2, 14.2.4.1).
 */
export const orderedStops = (stops: readonly ColourStop[]): readonly ColourStop[] =>
  [...stops]
    .sort((a, b) => a.at - b.at)
    .map((stop, i) => (i > 0 && stop.at <= 0 ? { ...stop, at: justAfter } : stop));

/**
 * The colours of a gradient as a function of the position along it: straight alpha, clipped to the
 * sRGB gamut; stops in any order, the outermost colours go on beyond them.
 */
export function colourRamp(stops: readonly ColourStop[], space: Interpolation): (t: number) => Rgba {
  const sorted = orderedStops(stops);
  if (!sorted.length) return () => [0, 0, 0, 0];
  const mixing = sorted.map((s) => convert(space, s));
  return (t) => {
    const next = sorted.findIndex((s) => s.at > t);
    if (next === 0) return sorted[0].colour;
    if (next < 0) return sorted[sorted.length - 1].colour;
    const [a, b] = [sorted[next - 1], sorted[next]];
    const [p, q] = [mixing[next - 1], mixing[next]];
    const f = eased((t - a.at) / (b.at - a.at), a.mid);
    const mixed = outOf[space]([
      p[0] + (q[0] - p[0]) * f,
      p[1] + (q[1] - p[1]) * f,
      p[2] + (q[2] - p[2]) * f,
    ]);
    return [clip(mixed[0]), clip(mixed[1]), clip(mixed[2]), a.colour[3] + (b.colour[3] - a.colour[3]) * f];
  };
}

/** The straight-alpha colour of a gradient at `t`, clipped to the sRGB gamut; stops in any order. */
export const colourAlong = (stops: readonly ColourStop[], space: Interpolation, t: number): Rgba =>
  colourRamp(stops, space)(t);

/** `size` premultiplied colours from 0 to 1, four f32 each. */
export function gradientTable(
  stops: readonly ColourStop[],
  space: Interpolation,
  size: number,
): Float32Array {
  const out = new Float32Array(4 * size);
  const ramp = colourRamp(stops, space);
  for (let i = 0; i < size; i++) {
    const [r, g, b, a] = ramp(i / (size - 1));
    out[4 * i] = r * a;
    out[4 * i + 1] = g * a;
    out[4 * i + 2] = b * a;
    out[4 * i + 3] = a;
  }
  return out;
}
