import { formatHex, parseHex, type Rgba } from './colour';
import { fromOklab, toOklab } from './spaces';

/** Lightness 0–1, chroma from 0 to about 0.37, hue in degrees. */
export interface Oklch {
  readonly l: number;
  readonly c: number;
  readonly h: number;
}

/** OKLCH of an sRGB colour (CSS Color 4, section 9.3). A grey has hue 0. */
export function toOklch([r, g, b]: Rgba): Oklch {
  const [l, x, y] = toOklab([r, g, b]);
  const c = Math.hypot(x, y);
  return { l, c, h: c < 1e-6 ? 0 : ((Math.atan2(y, x) * 180) / Math.PI + 360) % 360 };
}

const channels = ({ l, c, h }: Oklch) => {
  const a = (h * Math.PI) / 180;
  return fromOklab([l, c * Math.cos(a), c * Math.sin(a)]);
};

const held = (rgb: readonly number[]): boolean => rgb.every((v) => v > -1e-4 && v < 1.0001);

/** Whether sRGB holds a colour; rounding aside. */
export const inGamut = (colour: Oklch): boolean => held(channels(colour));

/** The colour with as much of its chroma as sRGB holds at its lightness and hue. */
export function fitted(colour: Oklch): Oklch {
  const l = Math.min(1, Math.max(0, colour.l));
  if (inGamut({ ...colour, l })) return { ...colour, l };
  let [low, high] = [0, colour.c];
  for (let k = 0; k < 40; k++) {
    const c = (low + high) / 2;
    if (inGamut({ l, c, h: colour.h })) low = c;
    else high = c;
  }
  return { l, c: low, h: colour.h };
}

/** Hex of an OKLCH colour, its chroma cut to what sRGB holds. */
export function hexOfOklch(colour: Oklch, alpha = 1): string {
  const [r, g, b] = channels(fitted(colour));
  return formatHex([r, g, b, alpha]);
}

/** Turns of hue that go together, in degrees from a first colour. */
export const harmonies = {
  opposite: [180],
  neighbours: [-30, 30],
  thirds: [120, 240],
  'beside-opposite': [150, 210],
  quarters: [90, 180, 270],
} as const;
export type Harmony = keyof typeof harmonies;

/** What the harmonies are called. */
export const harmonyWords: Readonly<Record<Harmony, string>> = {
  opposite: 'Opposite',
  neighbours: 'Neighbours',
  thirds: 'Thirds',
  'beside-opposite': 'Beside opposite',
  quarters: 'Quarters',
};

/** The colours that go with one: its lightness and chroma at other hues. */
export function harmonyOf(hex: string, harmony: Harmony): string[] {
  const rgba = parseHex(hex);
  const own = toOklch(rgba);
  return harmonies[harmony].map((turn) => hexOfOklch({ ...own, h: (own.h + turn + 360) % 360 }, rgba[3]));
}

/** A chroma that sRGB holds of no hue. */
export const mostChroma = 0.34;

/**
 * A picture of one hue, straight-alpha RGBA bytes: lightness from 1 at the top to 0 at the foot,
 * chroma from 0 at the left to `mostChroma` at the right; clear where sRGB holds no such colour.
 */
export function huePicture(hue: number, width: number, height: number): Uint8ClampedArray<ArrayBuffer> {
  const out = new Uint8ClampedArray(4 * width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const rgb = channels({ l: 1 - y / (height - 1), c: (mostChroma * x) / (width - 1), h: hue });
      // What lies further right lies further out.
      if (!held(rgb)) break;
      out.set([255 * rgb[0], 255 * rgb[1], 255 * rgb[2], 255], 4 * (y * width + x));
    }
  return out;
}
