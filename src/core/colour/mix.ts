import type { Rgba } from './colour';
import { decodeChannel, encodeChannel } from './spaces';

/** Shares of red, green and blue in each of the three, row by row. */
export type ColourMatrix = readonly [number, number, number, number, number, number, number, number, number];

/** Steps that the coding of light is kept in; between two it is straight, to within a tenth of a step of 8 bits. */
const steps = 4096;

const tabled = (f: (v: number) => number): ((v: number) => number) => {
  const table = Float64Array.from({ length: steps + 2 }, (_, i) => f(i / steps));
  return (v) => {
    const at = v * steps;
    const i = Math.floor(at);
    return table[i] + (table[i + 1] - table[i]) * (at - i);
  };
};

const decoded = tabled(decodeChannel);
const encoded = tabled(encodeChannel);

const held = (v: number): number => Math.min(1, Math.max(0, v));

/** A colour mixed anew by a matrix, in linear sRGB or as its channels are coded; its opacity stays. */
export function mixed([r, g, b, a]: Rgba, m: ColourMatrix, linear: boolean): Rgba {
  const [x, y, z] = linear ? [decoded(held(r)), decoded(held(g)), decoded(held(b))] : [r, g, b];
  const row = (k: number): number => {
    const v = held(m[k] * x + m[k + 1] * y + m[k + 2] * z);
    return linear ? encoded(v) : v;
  };
  return [row(0), row(3), row(6), a];
}

/** Greys as light as the colours were: their relative luminance (WCAG 2.2, IEC 61966-2-1), to be mixed in linear sRGB. */
export const greyMatrix: ColourMatrix = [
  0.2126, 0.7152, 0.0722, 0.2126, 0.7152, 0.0722, 0.2126, 0.7152, 0.0722,
];

/** Colours whose chroma is multiplied, 0 for none of it, as they are coded (Filter Effects 1, saturate). */
export const chromaMatrix = (by: number): ColourMatrix => [
  0.213 + 0.787 * by,
  0.715 - 0.715 * by,
  0.072 - 0.072 * by,
  0.213 - 0.213 * by,
  0.715 + 0.285 * by,
  0.072 - 0.072 * by,
  0.213 - 0.213 * by,
  0.715 - 0.715 * by,
  0.072 + 0.928 * by,
];
