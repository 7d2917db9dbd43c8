import type { Rgba } from '../colour/colour';
import { fromLinear, type Triple, toLinear } from '../colour/spaces';
import type { Matrix } from '../geometry/matrix';
import { type Point, radians } from '../geometry/vector';

/** Where the light of a sheet comes from. */
export interface Lamp {
  /** Degrees clockwise from the top of the sheet. */
  readonly direction: number;
  /** Degrees over the sheet, 0–90. */
  readonly height: number;
}

/** From the upper left, half way up: the common practice of shaded drawings. */
export const usualLamp: Lamp = { direction: 315, height: 45 };

/** The light as a part meets it. */
export interface PartLight {
  readonly lamp: Lamp;
  /** How the part lies on its sheet. */
  readonly world: Matrix;
}

/** The direction toward a lamp, of length 1; z rises from the sheet toward whoever looks. */
export function towardLamp({ direction, height }: Lamp): { x: number; y: number; z: number } {
  const [a, h] = [radians(direction), radians(height)];
  return { x: Math.sin(a) * Math.cos(h), y: -Math.cos(a) * Math.cos(h), z: Math.sin(h) };
}

/** A direction at right angles to an edge, of length 1, as it is once a part lies on its sheet. */
export function facingOnSheet({ x, y }: Point, [a, b, c, d]: Matrix): Point {
  // Normals go by the inverse transposed, its scale aside.
  const flip = a * d - b * c < 0 ? -1 : 1;
  const [nx, ny] = [flip * (d * x - b * y), flip * (a * y - c * x)];
  const l = Math.hypot(nx, ny) || 1;
  return { x: nx / l, y: ny / l };
}

/**
 * How much light falls onto a face, 0–1: the cosine of the angle between its normal and the direction of the lamp (Lambert,
 * Photometria, 1760), none where it is turned away.
 */
export const lambert = (normal: { x: number; y: number; z: number }, lamp: Lamp): number => {
  const l = towardLamp(lamp);
  return Math.max(0, normal.x * l.x + normal.y * l.y + normal.z * l.z);
};

/** A colour between shade and full light, mixed as light is: in linear sRGB (IEC 61966-2-1). */
export function litColour(light: Rgba, shade: Rgba, share: number): Rgba {
  const triple = ([r, g, b]: Rgba): Triple => toLinear([r, g, b]);
  const [p, q] = [triple(shade), triple(light)];
  const mixed = fromLinear([
    p[0] + (q[0] - p[0]) * share,
    p[1] + (q[1] - p[1]) * share,
    p[2] + (q[2] - p[2]) * share,
  ]);
  return [mixed[0], mixed[1], mixed[2], shade[3] + (light[3] - shade[3]) * share];
}
