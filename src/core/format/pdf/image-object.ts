import type { PDFRef } from 'pdf-lib';
import type { PdfTarget } from './target';

/** A picture of straight-alpha RGBA bytes. */
interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray | Uint8Array;
}

/** A picture as an image object, its opacity as the soft mask of that (ISO 32000-1, 8.9.5 and 11.6.5.3). */
export function imageObject(target: PdfTarget, { width, height, data }: Pixels): PDFRef {
  const count = width * height;
  const colours = new Uint8Array(3 * count);
  const alphas = new Uint8Array(count);
  let opaque = true;
  for (let i = 0; i < count; i++) {
    colours[3 * i] = data[4 * i];
    colours[3 * i + 1] = data[4 * i + 1];
    colours[3 * i + 2] = data[4 * i + 2];
    alphas[i] = data[4 * i + 3];
    if (alphas[i] < 255) opaque = false;
  }
  const common = { Type: 'XObject', Subtype: 'Image', Width: width, Height: height, BitsPerComponent: 8 };
  const mask = opaque ? null : target.stream(alphas, { ...common, ColorSpace: 'DeviceGray' });
  return target.stream(colours, { ...common, ColorSpace: 'DeviceRGB', ...(mask ? { SMask: mask } : {}) });
}
