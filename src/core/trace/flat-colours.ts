import { formatHex } from '../colour/colour';
import { colourDifference } from '../colour/difference';
import { type Triple, toOklab } from '../colour/spaces';
import type { WholeImage } from '../image/whole';

/** Bits a channel that colours are told apart by at first. */
const bits = 5;
/** Channels of neighbours that differ by more than this stand at an edge, and say nothing of which colours there are. */
const flatness = 12;
/** Colours nearer to one another than this in OKLab are one. */
const alike = 0.02;
const rounds = 16;

/** Colours of a picture that fall into one bin. */
interface Bin {
  count: number;
  r: number;
  g: number;
  b: number;
  lab: Triple;
}

export const binOf = (data: Uint8ClampedArray, at: number): number =>
  ((data[at] >> (8 - bits)) << (2 * bits)) |
  ((data[at + 1] >> (8 - bits)) << bits) |
  (data[at + 2] >> (8 - bits));

const far = (a: Triple, b: Triple): number => (a[0] - b[0]) ** 2 + (a[1] - b[1]) ** 2 + (a[2] - b[2]) ** 2;

/** Whether two pixels are much the same, by where they stand among the channels. */
function isAlike(data: WholeImage['data'], a: number, b: number): boolean {
  for (let c = 0; c < 4; c++) if (Math.abs(data[a + c] - data[b + c]) > flatness) return false;
  return true;
}

/** Whether a pixel is much as those beside, above and below it are. */
function isFlat({ data, width, height }: WholeImage, x: number, y: number): boolean {
  const at = 4 * (y * width + x);
  return (
    (x + 1 >= width || isAlike(data, at, at + 4)) &&
    (y + 1 >= height || isAlike(data, at, at + 4 * width)) &&
    (x === 0 || isAlike(data, at, at - 4)) &&
    (y === 0 || isAlike(data, at, at - 4 * width))
  );
}

function binsOf(image: WholeImage, flatOnly: boolean): Bin[] {
  const bins = new Map<number, Bin>();
  const { data, width, height } = image;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const at = 4 * (y * width + x);
      if (data[at + 3] < 128 || (flatOnly && !isFlat(image, x, y))) continue;
      const key = binOf(data, at);
      let bin = bins.get(key);
      if (!bin) {
        bin = { count: 0, r: 0, g: 0, b: 0, lab: [0, 0, 0] };
        bins.set(key, bin);
      }
      bin.count++;
      bin.r += data[at];
      bin.g += data[at + 1];
      bin.b += data[at + 2];
    }
  for (const bin of bins.values()) bin.lab = toOklab(meanOf([bin]));
  return [...bins.values()];
}

/** The mean colour of bins, 0–1. */
function meanOf(bins: readonly Bin[]): Triple {
  let [count, r, g, b] = [0, 0, 0, 0];
  for (const bin of bins) {
    count += bin.count;
    r += bin.r;
    g += bin.g;
    b += bin.b;
  }
  const k = 1 / (255 * Math.max(1, count));
  return [r * k, g * k, b * k];
}

const nearest = (lab: Triple, centres: readonly Triple[]): number => {
  let best = 0;
  for (let i = 1; i < centres.length; i++) if (far(lab, centres[i]) < far(lab, centres[best])) best = i;
  return best;
};

/** First centres: the commonest colour, then always that which is farthest from all of them for how common it is. */
function firstCentres(bins: readonly Bin[], count: number): Triple[] {
  const most = bins.reduce((a, b) => (b.count > a.count ? b : a));
  const centres = [most.lab];
  while (centres.length < count) {
    let best: Bin | null = null;
    let score = 0;
    for (const bin of bins) {
      const d = far(bin.lab, centres[nearest(bin.lab, centres)]);
      const own = d > alike * alike ? d * Math.sqrt(bin.count) : 0;
      if (own > score) [best, score] = [bin, own];
    }
    if (!best) break;
    centres.push(best.lab);
  }
  return centres;
}

/** Colours that differ by less than so much become one, the two nearest first. */
function mergeAlike(members: readonly Bin[][], likeness: number): Bin[][] {
  const left = [...members];
  for (;;) {
    let nearestPair: [number, number] | null = null;
    let least = likeness;
    const means = left.map(meanOf);
    for (let i = 0; i < left.length; i++)
      for (let k = i + 1; k < left.length; k++) {
        const d = colourDifference(means[i], means[k]);
        if (d < least) [nearestPair, least] = [[i, k], d];
      }
    if (!nearestPair) return left;
    const [i, k] = nearestPair;
    left[i] = [...left[i], ...left[k]];
    left.splice(k, 1);
  }
}

/**
 * The colours that a picture is best told by, at most so many, as hex: k-means in OKLab (Lloyd 1982) over what lies flat, the
 * same every time; those that differ by less than `likeness` (CIEDE2000) are one. None of a picture that is clear all over.
 */
export function flatColours(image: WholeImage, count: number, likeness = 0): string[] {
  const flat = binsOf(image, true);
  const all = binsOf(image, false);
  const total = (list: readonly Bin[]) => list.reduce((n, b) => n + b.count, 0);
  // A photograph may lie flat nowhere.
  const bins = total(flat) > 0.05 * total(all) ? flat : all;
  if (!bins.length) return [];
  let centres = firstCentres(bins, count);
  let members: Bin[][] = [];
  for (let i = 0; i < rounds; i++) {
    members = centres.map(() => []);
    for (const bin of bins) members[nearest(bin.lab, centres)].push(bin);
    members = members.filter((m) => m.length);
    const next = members.map((m) => toOklab(meanOf(m)));
    const still = next.length === centres.length && next.every((c, k) => far(c, centres[k]) < 1e-10);
    centres = next;
    if (still) break;
  }
  return mergeAlike(members, likeness).map((m) => formatHex([...meanOf(m), 1]));
}
