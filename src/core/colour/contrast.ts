import type { Rgba } from './colour';
import { decodeChannel } from './spaces';

/** Relative luminance of a colour, 0–1 (WCAG 2.2, definition). */
export const luminance = ([r, g, b]: Rgba): number =>
  0.2126 * decodeChannel(r) + 0.7152 * decodeChannel(g) + 0.0722 * decodeChannel(b);

/** A colour as it shows on an opaque ground. */
export const onGround = ([r, g, b, a]: Rgba, ground: Rgba): Rgba => [
  r * a + ground[0] * (1 - a),
  g * a + ground[1] * (1 - a),
  b * a + ground[2] * (1 - a),
  1,
];

/** Contrast of a colour against a ground, 1–21 (WCAG 2.2, definition). */
export function contrast(colour: Rgba, ground: Rgba): number {
  const [a, b] = [luminance(onGround(colour, ground)), luminance(ground)];
  return (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05);
}
