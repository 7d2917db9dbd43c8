import { formatHex, parseHex } from './colour';
import { toOklch } from './oklch';

/** One place along a line of colours. */
export interface ProfilePoint {
  /** 0–1. */
  readonly at: number;
  /** OKLCH lightness and chroma. */
  readonly lightness: number;
  readonly chroma: number;
}

/** Lightness and chroma of colours at even steps, the first at 0 and the last at 1. */
export function profileOf(colours: readonly string[]): ProfilePoint[] {
  return colours.map((hex, i) => {
    const { l, c } = toOklch(parseHex(hex));
    return { at: colours.length > 1 ? i / (colours.length - 1) : 0, lightness: l, chroma: c };
  });
}

/** A lightness that a screen shows as white: a light end beyond it loses its colour. */
const white = 0.985;

/** Widest stretch of one 8-bit colour that the eye does not take for a band, pixels (common practice, no source). */
const widestBand = 8;

/**
 * What is worth knowing of a run of colours, in plain words: an end that reaches white, and bands,
 * where `length` pixels hold too few 8-bit colours.
 */
export function profileWarnings(colours: readonly string[], length: number): string[] {
  const out: string[] = [];
  const points = profileOf(colours);
  const ends = [points[0], points[points.length - 1]];
  if (ends.some((p) => p && p.lightness >= white))
    out.push('Its light end reaches white: the colour is gone there.');
  const levels = new Set(colours.map((c) => formatHex(parseHex(c)))).size;
  const spread = Math.max(...points.map((p) => p.lightness)) - Math.min(...points.map((p) => p.lightness));
  if (levels > 1 && levels < colours.length * 0.9 && spread > 0.004) {
    const band = length / levels;
    if (band > widestBand)
      out.push(
        `It steps in bands of about ${Math.round(band)} px at 8 bits: more contrast or a grain hides them.`,
      );
  }
  return out;
}
