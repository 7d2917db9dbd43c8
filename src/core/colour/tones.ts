import type { Rgba } from './colour';

/** Tones that what it is given has, 0 black to 1 white, as they are wished. */
export interface Levels {
  /** The tones that become black and white. */
  readonly black: number;
  readonly white: number;
  /** Above 1 tones between become lighter. */
  readonly gamma: number;
  /** The tones that black and white become in the end. */
  readonly low: number;
  readonly high: number;
}

/** A tone from which on a colour takes the place of the one before. */
export interface ToneStep {
  readonly from: number;
  readonly colour: Rgba;
}

/** The tone of a colour, 0–1: its luma by the weights of ITU-R BT.709, as its components are coded. */
export const toneOf = (r: number, g: number, b: number): number => 0.2126 * r + 0.7152 * g + 0.0722 * b;

/** A component or a tone through levels. */
export function leveled(v: number, { black, white, gamma, low, high }: Levels): number {
  const share = Math.min(1, Math.max(0, (v - black) / Math.max(1e-6, white - black)));
  return low + (high - low) * share ** (1 / gamma);
}

/**
 * Share of a unit square where c + gx · x + gy · y > 0 about its middle: exact for a straight edge. All a pixel.
 */
export function halfPlane(c: number, gx: number, gy: number): number {
  const a = Math.max(Math.abs(gx), Math.abs(gy));
  const b = Math.min(Math.abs(gx), Math.abs(gy));
  const s = Math.abs(c);
  let v = 1;
  if (a > 0 && s < (a + b) / 2) v = s <= (a - b) / 2 ? 0.5 + s / a : 1 - ((a + b) / 2 - s) ** 2 / (2 * a * b);
  return c >= 0 ? v : 1 - v;
}

/**
 * Shares of each step's colour in a pixel of some tone, which grows by (gx, gy) a pixel across and down, into `out`; together 1.
 * With softness a colour goes over into the next over so much of the tones, smoothly.
 */
export function stepShares(
  steps: readonly ToneStep[],
  softness: number,
  tone: number,
  gx: number,
  gy: number,
  out: Float64Array,
): void {
  let before = 1;
  for (let k = 0; k < steps.length; k++) {
    const next = k + 1 < steps.length ? passed(tone - steps[k + 1].from, softness, gx, gy) : 0;
    out[k] = before - Math.min(before, next);
    before = Math.min(before, next);
  }
}

/** How much of a pixel has passed a tone, `c` over it in its middle. */
function passed(c: number, softness: number, gx: number, gy: number): number {
  if (!(softness > Math.abs(gx) + Math.abs(gy))) return halfPlane(c, gx, gy);
  const u = Math.min(1, Math.max(0, c / softness + 0.5));
  return u * u * (3 - 2 * u);
}
