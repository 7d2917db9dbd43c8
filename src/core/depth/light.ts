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
 * How much light falls onto a face, 0–1: the cosine of the angle between its normal and the direction to the light, both of
 * length 1 (Lambert, Photometria, 1760); none where it is turned away.
 */
export const lambert = (x: number, y: number, z: number, light: ReturnType<typeof towardLamp>): number =>
  Math.max(0, x * light.x + y * light.y + z * light.z);

/** Colours kept between shade and full light: between two, mixing is straight to a tenth of a step of 8 bits. */
const shares = 1024;

/** Colours between shade and full light by the share of light, 0–1, mixed as light is: in linear sRGB (IEC 61966-2-1). */
export function litColours(light: Rgba, shade: Rgba): (share: number) => Rgba {
  const triple = ([r, g, b]: Rgba): Triple => toLinear([r, g, b]);
  const [p, q] = [triple(shade), triple(light)];
  const kept = new Float64Array(3 * (shares + 2));
  for (let i = 0; i <= shares + 1; i++) {
    const t = Math.min(1, i / shares);
    kept.set(
      fromLinear([p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t, p[2] + (q[2] - p[2]) * t]),
      3 * i,
    );
  }
  return (share) => {
    const at = Math.min(1, Math.max(0, share)) * shares;
    const i = Math.floor(at);
    const f = at - i;
    const k = 3 * i;
    return [
      kept[k] + (kept[k + 3] - kept[k]) * f,
      kept[k + 1] + (kept[k + 4] - kept[k + 1]) * f,
      kept[k + 2] + (kept[k + 5] - kept[k + 2]) * f,
      shade[3] + (light[3] - shade[3]) * share,
    ];
  };
}
