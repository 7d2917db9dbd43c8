import { budget, spend, WorkFault } from '../geometry/budget';
import { type Path, pathOf, transformPath } from '../geometry/path';
import type { WholeImage } from '../image/whole';
import { levelChains } from './chains';
import { corneredContour } from './cornered-contour';
import { denoised } from './denoise';
import { flatColours } from './flat-colours';
import { areaOf } from './level-path';
import { clear, type Shares, sharesOf } from './shares';
import { dropSmallAreas } from './small-areas';

/** How a picture is traced. */
export interface TraceOrder {
  /** Most colours. */
  readonly colours: number;
  /** Colours that differ by less than so much become one (CIEDE2000). */
  readonly likeness?: number;
  /** Whether the grain of a scan is evened out first. */
  readonly denoise?: boolean;
  /** How much its edges are evened out, 0–1. */
  readonly smoothness: number;
  /** Areas of fewer pixels go to what is beside them. */
  readonly smallest: number;
}

/** An area of one colour, in the picture's pixels. */
export interface TracedArea {
  readonly path: Path;
  /** As hex. */
  readonly colour: string;
}

/** How far fitted lines may lie off, pixels, at no smoothness and at all of it. */
const tolerances = [0.25, 1] as const;
/** Standard deviation of the blur of edges at full smoothness, pixels. */
const softest = 3;

/** Pixels that the edges of all areas may run through: more is noise rather than a picture of areas. */
const mostCrossings = 300_000;

/** Colours by the area they have, the largest first. */
function byArea({ first, second, share }: Shares, count: number): number[] {
  const area = new Float64Array(count);
  for (let k = 0; k < first.length; k++) {
    if (first[k] !== clear) area[first[k]] += 1 - share[k];
    if (second[k] !== clear) area[second[k]] += share[k];
  }
  return [...area.keys()].filter((k) => area[k] > 0).sort((a, b) => area[b] - area[a]);
}

/** Weights of a Gaussian of a standard deviation in pixels, which come to 1. */
function gaussianTaps(sigma: number): Float64Array {
  const half = Math.ceil(3 * sigma);
  const taps = Float64Array.from({ length: 2 * half + 1 }, (_, i) =>
    Math.exp(-((i - half) ** 2) / (2 * sigma * sigma)),
  );
  const sum = taps.reduce((a, b) => a + b);
  return taps.map((t) => t / sum);
}

/** Blurs samples in place; beyond their ends they go on as they were. */
function blur(data: Float64Array, width: number, height: number, sigma: number): void {
  if (sigma < 0.2) return;
  const taps = gaussianTaps(sigma);
  const half = (taps.length - 1) / 2;
  const line = new Float64Array(width + 2 * half);
  for (let row = 0; row < data.length; row += width) {
    line.fill(data[row], 0, half);
    line.set(data.subarray(row, row + width), half);
    line.fill(data[row + width - 1], half + width);
    for (let i = 0; i < width; i++) {
      let sum = 0;
      for (let k = 0; k < taps.length; k++) sum += taps[k] * line[i + k];
      data[row + i] = sum;
    }
  }
  // Down the columns row by row: what lies side by side in memory is taken together.
  const across = data.slice();
  data.fill(0);
  for (let j = 0; j < height; j++)
    for (let k = 0; k < taps.length; k++) {
      const from = Math.min(height - 1, Math.max(0, j + k - half)) * width;
      for (let i = 0, to = j * width; i < width; i++) data[to + i] += taps[k] * across[from + i];
    }
}

/** How much of each pixel is of the colours from a rank on. */
function above({ first, second, share }: Shares, ranks: Uint8Array, rank: number): Float64Array {
  const out = new Float64Array(first.length);
  const counts = new Uint8Array(256);
  for (let colour = 0; colour < ranks.length; colour++) counts[colour] = ranks[colour] >= rank ? 1 : 0;
  counts[clear] = 0;
  for (let k = 0; k < out.length; k++)
    out[k] = counts[first[k]] * (1 - share[k]) + counts[second[k]] * share[k];
  return out;
}

/**
 * A picture as areas of few colours, the commonest at the bottom: each reaches under all that lie over it, so that nothing
 * shows between them. @throws WorkFault where it would come to too many segments.
 */
export function traceImage(
  original: WholeImage,
  { colours: most, likeness, denoise, smoothness, smallest }: TraceOrder,
): TracedArea[] {
  const image = denoise ? denoised(original) : original;
  const colours = flatColours(image, most, likeness);
  const shares = sharesOf(image, colours);
  dropSmallAreas(shares, smallest);
  const order = byArea(shares, colours.length);
  const ranks = new Uint8Array(colours.length);
  order.forEach((colour, rank) => {
    ranks[colour] = rank;
  });
  const { width, height } = image;
  const tolerance = tolerances[0] + (tolerances[1] - tolerances[0]) * smoothness;
  let segments = 0;
  let crossings = 0;
  return order.map((colour, rank) => {
    const samples = above(shares, ranks, rank);
    blur(samples, width, height, softest * smoothness);
    const chains = levelChains(samples, width, height, 0.5).filter(
      (c) => Math.abs(areaOf(c)) >= Math.max(1, smallest / 2),
    );
    for (const c of chains) crossings += c.length;
    if (crossings > mostCrossings)
      throw new WorkFault(
        `Its edges run through more than ${mostCrossings} pixels, which is too many to trace: give it fewer colours, more smoothness or a larger smallest area.`,
      );
    const path = pathOf(chains.map((c) => corneredContour(c, tolerance)));
    for (const c of path.contours) segments += c.xy.length / 6;
    spend(segments, budget().part, 'The picture comes to', 'segments; a part may have');
    // Samples lie in the middles of pixels.
    return { path: transformPath(path, [1, 0, 0, 1, 0.5, 0.5]), colour: colours[colour] };
  });
}
