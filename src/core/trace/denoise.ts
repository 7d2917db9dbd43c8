import type { WholeImage } from '../image/whole';

/** Standard deviation of noise from which on a picture is evened out, of 255: that of scans is 2 to 8 (common practice, no source). */
const noisy = 1.5;

/** How light a pixel is, 0–255 (ITU-R BT.601, 2.5.1). */
const lightness = (data: Uint8ClampedArray, at: number): number =>
  0.299 * data[at] + 0.587 * data[at + 1] + 0.114 * data[at + 2];

/**
 * Returns how noisy a picture is, as a standard deviation of 255: by the median of what a difference of two Laplacians leaves
 * (Immerkær 1996, made robust as the median over the normal distribution's third quartile, 0.6745), so that edges count for nothing.
 */
export function noiseOf({ data, width, height }: WholeImage): number {
  const counts = new Uint32Array(2048);
  let n = 0;
  const light = Float32Array.from({ length: width * height }, (_, k) => lightness(data, 4 * k));
  for (let y = 1; y + 1 < height; y++)
    for (let x = 1; x + 1 < width; x++) {
      const k = y * width + x;
      if (data[4 * k + 3] < 128) continue;
      const corners =
        light[k - width - 1] + light[k - width + 1] + light[k + width - 1] + light[k + width + 1];
      const sides = light[k - width] + light[k - 1] + light[k + 1] + light[k + width];
      counts[Math.min(2047, Math.round(Math.abs(corners - 2 * sides + 4 * light[k])))]++;
      n++;
    }
  let median = 0;
  for (let seen = counts[0]; seen < n / 2 && median < 2047; seen += counts[median]) median++;
  return median / (6 * 0.6745);
}

/** Pairs that are put in order, one after another, until the fifth of nine is in the middle (Paeth 1990). */
const network = [
  [1, 2],
  [4, 5],
  [7, 8],
  [0, 1],
  [3, 4],
  [6, 7],
  [1, 2],
  [4, 5],
  [7, 8],
  [0, 3],
  [5, 8],
  [4, 7],
  [3, 6],
  [1, 4],
  [2, 5],
  [4, 7],
  [4, 2],
  [6, 4],
  [4, 2],
] as const;

function medianOfNine(v: Uint8Array): number {
  for (const [a, b] of network)
    if (v[a] > v[b]) {
      const t = v[a];
      v[a] = v[b];
      v[b] = t;
    }
  return v[4];
}

/** Returns a picture in which each channel of a pixel is the median of those around it, where it is noisy; else the picture itself. */
export function denoised(image: WholeImage): WholeImage {
  if (noiseOf(image) < noisy) return image;
  const { data, width, height } = image;
  const made = data.slice();
  const nine = new Uint8Array(9);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      for (let c = 0; c < 3; c++) {
        let i = 0;
        for (let dy = -1; dy <= 1; dy++)
          for (let dx = -1; dx <= 1; dx++) {
            const row = Math.min(height - 1, Math.max(0, y + dy));
            const column = Math.min(width - 1, Math.max(0, x + dx));
            nine[i++] = data[4 * (row * width + column) + c];
          }
        made[4 * (y * width + x) + c] = medianOfNine(nine);
      }
  return { ...image, data: made };
}
