import sharp from 'sharp';

type Bytes = Uint8ClampedArray | Uint8Array;

/** Root mean square difference of two opaque pictures, of 255. */
export function rms(a: Bytes, b: Bytes): number {
  if (a.length !== b.length) throw new Error('The pictures differ in size.');
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += (a[i] - b[i]) ** 2;
  return Math.sqrt(sum / a.length);
}

/**
 * RGBA of a picture drawn four times as large, averaged to `width` pixels a row: other programs let a
 * pale line through where pieces abut. Rows below a height that is a multiple of four are left out.
 */
export async function averaged(input: Buffer, width: number): Promise<Uint8Array> {
  const large = await sharp(input).ensureAlpha().raw().toBuffer();
  const height = Math.floor(large.length / (64 * width));
  const sums = new Float64Array(4 * width * height);
  for (let y = 0; y < 4 * height; y++)
    for (let i = 0; i < 16 * width; i++)
      sums[4 * (width * (y >> 2) + (i >> 4)) + (i & 3)] += large[16 * width * y + i] / 16;
  return Uint8Array.from(sums, Math.round);
}

/** Side of the regions that are looked at one by one, pixels. */
const side = 16;

/** The same of the 16 × 16 pixels in which two pictures of a width differ most: what is wrong in one place only. */
export function worstRegion(a: Bytes, b: Bytes, width: number): number {
  const height = a.length / (4 * width);
  let worst = 0;
  for (let y = 0; y < height; y += side)
    for (let x = 0; x < width; x += side) {
      let [sum, n] = [0, 0];
      for (let r = y; r < Math.min(height, y + side); r++)
        for (let i = 4 * (r * width + x); i < 4 * (r * width + Math.min(width, x + side)); i++, n++)
          sum += (a[i] - b[i]) ** 2;
      worst = Math.max(worst, Math.sqrt(sum / n));
    }
  return worst;
}

/** Greatest differences of pictures that are alike: of the whole, and of the worst region. */
const limits = { whole: 2, region: 10 } as const;

/** Demo designs with lines finer than a pixel of a small picture: a threshold and a bevel of such lines change with its size. */
const fineLines = ['standing-waves', 'woven-rings'];

/** Pixels across that our picture of a demo design is held against another program's of its SVG. */
export const widthFor = (name: string): number => (fineLines.includes(name) ? 640 : 320);

/** @throws Error where two pictures of a width are not alike, as a whole or in any place. */
export function expectAlike(a: Bytes, b: Bytes, width: number, most: number = limits.whole): void {
  const [whole, region] = [rms(a, b), worstRegion(a, b, width)];
  if (!(whole < most && region < limits.region))
    throw new Error(
      `The pictures differ by ${whole.toFixed(2)} of 255, by ${region.toFixed(2)} in one place.`,
    );
}
