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
  const light = new Float32Array(width * height);
  for (let k = 0; k < light.length; k++) light[k] = lightness(data, 4 * k);
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

const middleOf = (a: number, b: number, c: number): number =>
  Math.max(Math.min(a, b), Math.min(Math.max(a, b), c));

/** A row of a channel with the one above and the one below it: the least, the middle and the greatest of each three. */
interface Columns {
  readonly least: Uint8Array;
  readonly middle: Uint8Array;
  readonly greatest: Uint8Array;
}

/** Puts the threes of a row in order; beyond its edges a picture goes on as it was. */
function sortColumns({ data, width, height }: WholeImage, y: number, channel: number, to: Columns): void {
  const [above, below] = [Math.max(0, y - 1), Math.min(height - 1, y + 1)];
  for (let x = 0; x < width; x++) {
    const at = 4 * x + channel;
    const [a, b, c] = [data[4 * width * above + at], data[4 * width * y + at], data[4 * width * below + at]];
    to.least[x] = Math.min(a, b, c);
    to.middle[x] = middleOf(a, b, c);
    to.greatest[x] = Math.max(a, b, c);
  }
}

/** Returns a picture in which each channel of a pixel is the median of the nine around it (by columns that are in order, Smith 1996, from memory), where it is noisy; else the picture itself. */
export function denoised(image: WholeImage): WholeImage {
  if (noiseOf(image) < noisy) return image;
  const { data, width, height } = image;
  const made = data.slice();
  const columns = {
    least: new Uint8Array(width),
    middle: new Uint8Array(width),
    greatest: new Uint8Array(width),
  };
  const { least, middle, greatest } = columns;
  for (let y = 0; y < height; y++)
    for (let c = 0; c < 3; c++) {
      sortColumns(image, y, c, columns);
      for (let x = 0; x < width; x++) {
        const [l, r] = [Math.max(0, x - 1), Math.min(width - 1, x + 1)];
        made[4 * (y * width + x) + c] = middleOf(
          Math.max(least[l], least[x], least[r]),
          middleOf(middle[l], middle[x], middle[r]),
          Math.min(greatest[l], greatest[x], greatest[r]),
        );
      }
    }
  return { ...image, data: made };
}
