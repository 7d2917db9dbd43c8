import sharp from 'sharp';

/** Root mean square difference of two opaque pictures, of 255. */
export function rms(a: Uint8ClampedArray | Uint8Array, b: Uint8ClampedArray | Uint8Array): number {
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
