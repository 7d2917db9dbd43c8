import { invert, type Matrix } from '../geometry/matrix';
import type { ImagePaint } from '../scene/types';
import { unbentAt } from '../scene/unbent';
import { backFrom } from './back-from';
import type { Lookup } from './image-colours';

/** Where device pixels are in a picture that fills a node whose coordinates a matrix leads to the device. */
export function imageLookup(paint: ImagePaint, matrix: Matrix, sheet: Matrix): Lookup {
  const [a, b, c, d, e, f, g, h, k] = backFrom(paint, matrix, sheet);
  const flat = g === 0 && h === 0;
  const straight: Lookup = flat
    ? Object.assign(
        (x: number, y: number, out: Float64Array) => {
          out[0] = (a * x + c * y + e) / k;
          out[1] = (b * x + d * y + f) / k;
          out[2] = a / k;
          out[3] = b / k;
          out[4] = c / k;
          out[5] = d / k;
        },
        { upright: b === 0 && c === 0 },
      )
    : (x, y, out) => {
        const far = g * x + h * y + k;
        // Where it vanishes it stays a number.
        const w = Math.abs(far) < 1e-12 ? 1e-12 : far;
        const u = (a * x + c * y + e) / w;
        const v = (b * x + d * y + f) / w;
        out[0] = u;
        out[1] = v;
        out[2] = (a - u * g) / w;
        out[3] = (b - v * g) / w;
        out[4] = (c - u * h) / w;
        out[5] = (d - v * h) / w;
      };
  const { unbent } = paint;
  if (!unbent) return straight;
  const back = invert(matrix) ?? [0, 0, 0, 0, 0, 0];
  const before = new Float64Array(6);
  return (x, y, out) => {
    unbentAt(unbent, back[0] * x + back[2] * y + back[4], back[1] * x + back[3] * y + back[5], before);
    // By pixels, through the node's coordinates.
    const xx = before[2] * back[0] + before[4] * back[1];
    const yx = before[3] * back[0] + before[5] * back[1];
    const xy = before[2] * back[2] + before[4] * back[3];
    const yy = before[3] * back[2] + before[5] * back[3];
    straight(before[0], before[1], out);
    const [ux, vx, uy, vy] = [out[2], out[3], out[4], out[5]];
    out[2] = ux * xx + uy * yx;
    out[3] = vx * xx + vy * yx;
    out[4] = ux * xy + uy * yy;
    out[5] = vx * xy + vy * yy;
  };
}
