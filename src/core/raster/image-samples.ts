import type { Bounds } from '../geometry/path';
import { blockSide, levelSize } from '../image/levels';
import { blockAt } from '../image/source';
import type { ImagePaint, Spread } from '../scene/types';

/** Samples of a level that a pixel spans at most, each way. */
export const mostSpan = 16;

/** Weight of the Catmull–Rom spline (Keys 1981, a = −1/2) at a distance in samples. */
function weightAt(distance: number): number {
  const t = distance < 0 ? -distance : distance;
  if (t >= 2) return 0;
  return t >= 1 ? ((-0.5 * t + 2.5) * t - 4) * t + 2 : (1.5 * t - 2.5) * t * t + 1;
}

/** The sample that stands for one beyond the edges. */
const indices: { readonly [S in Spread]: (i: number, size: number) => number } = {
  pad: (i, size) => (i < 0 ? 0 : i >= size ? size - 1 : i),
  repeat: (i, size) => i - Math.floor(i / size) * size,
  reflect(i, size) {
    const t = i - 2 * size * Math.floor(i / (2 * size));
    return t >= size ? 2 * size - 1 - t : t;
  },
};

let samples = new Float32Array(0);
const weightsX = new Float64Array(4 * mostSpan + 4);
const weightsY = new Float64Array(4 * mostSpan + 4);

/** Takes up samples of a level over a box, premultiplied; what cannot be had is grey. */
export function takeSamples({ image, size, spread }: ImagePaint, level: number, box: Bounds): void {
  const { width, height } = levelSize(size, level);
  const [w, h] = [box.x1 - box.x0, box.y1 - box.y0];
  if (samples.length < 4 * w * h) samples = new Float32Array(4 * w * h);
  const index = indices[spread];
  let held: Uint8Array | null = null;
  let [heldColumn, heldRow, heldWide] = [-1, -1, 0];
  for (let y = 0; y < h; y++) {
    const iy = index(box.y0 + y, height);
    const row = Math.floor(iy / blockSide);
    for (let x = 0; x < w; x++) {
      const ix = index(box.x0 + x, width);
      const column = Math.floor(ix / blockSide);
      if (column !== heldColumn || row !== heldRow) {
        [heldColumn, heldRow] = [column, row];
        heldWide = Math.min(blockSide, width - column * blockSide);
        held = blockAt({ id: image, level, column, row });
      }
      const to = 4 * (y * w + x);
      if (!held) {
        samples[to] = samples[to + 1] = samples[to + 2] = 0.25;
        samples[to + 3] = 0.5;
        continue;
      }
      const from = 4 * ((iy - row * blockSide) * heldWide + ix - column * blockSide);
      const alpha = held[from + 3];
      const scale = alpha / 65025;
      samples[to] = held[from] * scale;
      samples[to + 1] = held[from + 1] * scale;
      samples[to + 2] = held[from + 2] * scale;
      samples[to + 3] = alpha / 255;
    }
  }
}

/** The first sample that a pixel at a place spans. */
const firstOf = (at: number, f: number): number => Math.ceil(at - 0.5 - 2 * f);

/** How many samples a pixel spans each way, as it is filtered. */
export const spanOf = (span: number): number => Math.min(mostSpan, Math.max(1, span));

/** Weights of the samples that a pixel at a place spans, from the first one on, together 1; how many. */
function spanWeights(at: number, f: number, out: Float64Array, offset: number): number {
  const first = firstOf(at, f);
  const count = Math.floor(at - 0.5 + 2 * f) - first + 1;
  let sum = 0;
  for (let i = 0; i < count; i++) {
    const weight = weightAt((first + i + 0.5 - at) / f);
    out[offset + i] = weight;
    sum += weight;
  }
  for (let i = 0; i < count; i++) out[offset + i] /= sum;
  return count;
}

/** The colour about a place of the samples taken up, a pixel spanning so many of them each way. */
export function sampleAt(
  u: number,
  v: number,
  across: number,
  down: number,
  box: Bounds,
  out: Float64Array,
): void {
  const fx = spanOf(across);
  const fy = spanOf(down);
  const nx = spanWeights(u, fx, weightsX, 0);
  const ny = spanWeights(v, fy, weightsY, 0);
  const w = box.x1 - box.x0;
  const start = 4 * ((firstOf(v, fy) - box.y0) * w + firstOf(u, fx) - box.x0);
  let r = 0;
  let g = 0;
  let b = 0;
  let a = 0;
  for (let j = 0; j < ny; j++) {
    let from = start + 4 * j * w;
    let rowR = 0;
    let rowG = 0;
    let rowB = 0;
    let rowA = 0;
    for (let i = 0; i < nx; i++, from += 4) {
      const weight = weightsX[i];
      rowR += weight * samples[from];
      rowG += weight * samples[from + 1];
      rowB += weight * samples[from + 2];
      rowA += weight * samples[from + 3];
    }
    const weight = weightsY[j];
    r += weight * rowR;
    g += weight * rowG;
    b += weight * rowB;
    a += weight * rowA;
  }
  out[0] = r;
  out[1] = g;
  out[2] = b;
  out[3] = a;
}

/** Weights of every pixel along one side of an area. */
interface Spans {
  readonly first: Int32Array;
  readonly count: Int32Array;
  readonly weights: Float64Array;
  readonly most: number;
}

/** The weights of pixels at places along one side. */
export function spansOf(places: readonly number[], span: number): Spans {
  const f = spanOf(span);
  const most = Math.ceil(4 * f) + 1;
  const first = Int32Array.from(places, (at) => firstOf(at, f));
  const weights = new Float64Array(most * places.length);
  const count = Int32Array.from(places, (at, i) => spanWeights(at, f, weights, i * most));
  return { first, count, weights, most };
}

let rows = new Float64Array(0);

/** Colours of all pixels of an area whose sides lie along the picture's, one side after the other: the same bits. */
export function sampleUpright(
  across: Spans,
  down: Spans,
  box: Bounds,
  take: (x: number, y: number, c: Float64Array) => void,
) {
  const wide = across.first.length;
  const w = box.x1 - box.x0;
  const high = box.y1 - box.y0;
  if (rows.length < 4 * wide * high) rows = new Float64Array(4 * wide * high);
  for (let y = 0; y < high; y++)
    for (let x = 0; x < wide; x++) {
      let from = 4 * (y * w + across.first[x] - box.x0);
      const at = x * across.most;
      let r = 0;
      let g = 0;
      let b = 0;
      let a = 0;
      for (let i = 0; i < across.count[x]; i++, from += 4) {
        const weight = across.weights[at + i];
        r += weight * samples[from];
        g += weight * samples[from + 1];
        b += weight * samples[from + 2];
        a += weight * samples[from + 3];
      }
      const to = 4 * (y * wide + x);
      rows[to] = r;
      rows[to + 1] = g;
      rows[to + 2] = b;
      rows[to + 3] = a;
    }
  const colour = new Float64Array(4);
  for (let y = 0; y < down.first.length; y++)
    for (let x = 0; x < wide; x++) {
      let from = 4 * ((down.first[y] - box.y0) * wide + x);
      let r = 0;
      let g = 0;
      let b = 0;
      let a = 0;
      for (let j = 0; j < down.count[y]; j++, from += 4 * wide) {
        const weight = down.weights[y * down.most + j];
        r += weight * rows[from];
        g += weight * rows[from + 1];
        b += weight * rows[from + 2];
        a += weight * rows[from + 3];
      }
      colour[0] = r;
      colour[1] = g;
      colour[2] = b;
      colour[3] = a;
      take(x, y, colour);
    }
}
