import { BoundedCache, mebibytes } from '../cache/bounded-cache';

/** sRGB-encoded red, green, blue and straight alpha, each 0–1. */
export type Rgba = readonly [number, number, number, number];

const hexForm = /^#(?:[0-9a-f]{3,4}|[0-9a-f]{6}|[0-9a-f]{8})$/i;

/** Whether text is a hex colour of 3, 4, 6 or 8 digits. */
export const isHex = (text: string): boolean => hexForm.test(text);

const known = new BoundedCache<Rgba>(mebibytes(1), () => 64);

/**
 * Channels of a hex colour of 3, 4, 6 or 8 digits.
 * @throws RangeError for anything else.
 */
export function parseHex(text: string): Rgba {
  const found = known.get(text);
  if (found) return found;
  if (!isHex(text)) throw new RangeError(`“${text}” is not a hex colour.`);
  let digits = text.slice(1);
  if (digits.length <= 4) digits = [...digits].map((d) => d + d).join('');
  const at = (i: number) => Number.parseInt(digits.slice(i, i + 2), 16) / 255;
  const value: Rgba = [at(0), at(2), at(4), digits.length === 8 ? at(6) : 1];
  known.set(text, value);
  return value;
}

/** A hex colour with another alpha, 0–1. */
export function withAlpha(hex: string, alpha: number): string {
  const [r, g, b] = parseHex(hex);
  return formatHex([r, g, b, alpha]);
}

/** Hex text of a colour, eight digits only where it is not opaque; channels are clipped to 0–1. */
export function formatHex(c: Rgba): string {
  const two = (v: number) =>
    Math.round(Math.min(1, Math.max(0, v)) * 255)
      .toString(16)
      .padStart(2, '0');
  const rgb = `#${two(c[0])}${two(c[1])}${two(c[2])}`;
  const alpha = two(c[3]);
  return alpha === 'ff' ? rgb : rgb + alpha;
}
