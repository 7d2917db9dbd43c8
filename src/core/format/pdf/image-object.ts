import type { PDFRef } from 'pdf-lib';
import type { PdfTarget } from './target';

/** A picture of straight-alpha RGBA bytes. */
interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray | Uint8Array;
}

/** The one colour that all of a picture has as far as it shows, within what a step of 255 can tell; null where there are more. */
function flatColour({ data }: Pixels, count: number): readonly [number, number, number] | null {
  let most = 0;
  for (let i = 0; i < count; i++) if (data[4 * i + 3] > data[4 * most + 3]) most = i;
  const [r, g, b] = [data[4 * most], data[4 * most + 1], data[4 * most + 2]];
  for (let i = 0; i < count; i++) {
    const a = data[4 * i + 3];
    const off = Math.max(
      Math.abs(data[4 * i] - r),
      Math.abs(data[4 * i + 1] - g),
      Math.abs(data[4 * i + 2] - b),
    );
    if (off * a > 255) return null;
  }
  return [r, g, b];
}

/** A picture as an image object, its opacity as the soft mask of that (ISO 32000-1, 8.9.5 and 11.6.5.3). */
export function imageObject(target: PdfTarget, pixels: Pixels): PDFRef {
  const { width, height, data } = pixels;
  const count = width * height;
  const alphas = new Uint8Array(count);
  let opaque = true;
  for (let i = 0; i < count; i++) {
    alphas[i] = data[4 * i + 3];
    if (alphas[i] < 255) opaque = false;
  }
  const common = { Type: 'XObject', Subtype: 'Image', Width: width, Height: height, BitsPerComponent: 8 };
  const mask = opaque ? null : target.stream(alphas, { ...common, ColorSpace: 'DeviceGray' });
  const masked = { ColorSpace: 'DeviceRGB', ...(mask ? { SMask: mask } : {}) };
  const flat = flatColour(pixels, count);
  // A picture and its mask may differ in size (ISO 32000-1, 11.6.5.3): a shadow needs one pixel of colour.
  if (flat) return target.stream(Uint8Array.from(flat), { ...common, Width: 1, Height: 1, ...masked });
  const colours = new Uint8Array(3 * count);
  for (let i = 0; i < count; i++) {
    colours[3 * i] = data[4 * i];
    colours[3 * i + 1] = data[4 * i + 1];
    colours[3 * i + 2] = data[4 * i + 2];
  }
  return target.stream(colours, { ...common, ...masked });
}
