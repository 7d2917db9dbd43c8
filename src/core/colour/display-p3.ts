import { decodeChannel, encodeChannel, type Triple } from './spaces';

/**
 * Linear sRGB to linear Display P3 (CSS Color 4, section 10: the matrices of both through XYZ D65, multiplied). Both are encoded
 * alike.
 */
const matrix = [
  [0.8224619687143623, 0.17753803128563775, 0],
  [0.03319419885096161, 0.9668058011490384, 0],
  [0.017082630689982035, 0.07239744066396346, 0.9105199286460546],
] as const;

/** An sRGB colour by its channels in Display P3, encoded 0–1. */
export function toDisplayP3([r, g, b]: Triple): Triple {
  const linear = [decodeChannel(r), decodeChannel(g), decodeChannel(b)];
  const of = (row: readonly number[]) =>
    encodeChannel(row[0] * linear[0] + row[1] * linear[1] + row[2] * linear[2]);
  return [of(matrix[0]), of(matrix[1]), of(matrix[2])];
}

/** Straight-alpha RGBA of 8 bits a channel, or of 16 with the high byte first, from sRGB to Display P3, in place. */
export function pixelsToDisplayP3(data: Uint8ClampedArray, depth: 8 | 16): void {
  const most = depth === 16 ? 65_535 : 255;
  const view = new DataView(data.buffer, data.byteOffset, data.byteLength);
  const read = (at: number) => (depth === 16 ? view.getUint16(at) : view.getUint8(at));
  const step = depth / 8;
  let before = '';
  let made: readonly number[] = [];
  for (let at = 0; at < data.length; at += 4 * step) {
    const [r, g, b] = [read(at), read(at + step), read(at + 2 * step)];
    const key = `${r} ${g} ${b}`;
    // Neighbours are often alike.
    if (key !== before) {
      made = toDisplayP3([r / most, g / most, b / most]).map((v) =>
        Math.round(most * Math.min(1, Math.max(0, v))),
      );
      before = key;
    }
    for (let k = 0; k < 3; k++)
      if (depth === 16) view.setUint16(at + k * step, made[k]);
      else view.setUint8(at + k, made[k]);
  }
}
