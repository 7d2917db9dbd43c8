import { type Matrix, multiply } from '../../geometry/matrix';
import { type Bounds, joinBounds, meetBounds, transformBounds, wholeBounds } from '../../geometry/path';
import type { FilterNode } from '../../scene/types';
import type { Kernels, Laid } from '../kernels';
import { planeBytes, type Target, tileSize } from '../target';

/** Standard deviation of an even distribution over a pixel. */
const pixelDeviation = Math.sqrt(1 / 12);

/**
 * Samples a pixel in each direction. Sharp blurs need more samples than pixels, wide ones get by
 * with fewer. Odd or a power of a half, so that sample centres stay on one lattice whatever the tile.
 * The limits are the widest that keep the profile of an edge within half a step of 8 bits of the error
 * function, for deviations from 0.5 to 80 pixels (the tests hold them).
 */
export function blurResolution(sigma: number): number {
  // Less than a pixel blurs by itself, the mean over it: sampled more finely, edges would be no softer than a sample.
  if (sigma < pixelDeviation) return 1;
  if (sigma < 0.7) return 5;
  if (sigma < 2) return 3;
  let f = 1;
  while (sigma * f >= 5) f /= 2;
  return f;
}

/**
 * Weights of a sampled Gaussian, normalised. A sample is the mean over its own square, which has
 * a variance of 1/12 itself (that of an even distribution over 1); that much is taken off. Beyond four
 * deviations lies erfc(4/√2) = 6.3e-5 of the weight, a sixtieth of a step of 8 bits.
 */
export function gaussianTaps(sigma: number): Float32Array {
  const s2 = Math.max(0.05, sigma * sigma - 1 / 12);
  const reach = Math.ceil(4 * Math.sqrt(s2));
  const raw = Array.from({ length: 2 * reach + 1 }, (_, i) => Math.exp(-((i - reach) ** 2) / (2 * s2)));
  const sum = raw.reduce((a, b) => a + b, 0);
  return Float32Array.from(raw, (v) => v / sum);
}

/** What of the pixels is blurred: how many bytes of each, and how they are taken off a layer. */
export interface Channels {
  readonly bytes: 4 | 16;
  take(kernels: Kernels, layer: number, at: number, stride: number, w: number, h: number): void;
}

export const alphaOnly: Channels = {
  bytes: 4,
  take: (k, layer, at, stride, w, h) => k.alphaToPlane(layer, at, stride, w, h),
};

export const allColours: Channels = {
  bytes: 16,
  take: (k, layer, at, stride, w, h) => k.coloursToPlane(layer, at, stride, w, h),
};

/** How the children of a node are blurred: under a matrix to device pixels, by `sigma` pixels, after a shift by pixels. */
export interface Blur {
  readonly node: FilterNode;
  readonly matrix: Matrix;
  readonly sigma: number;
  readonly shift: { readonly x: number; readonly y: number };
  readonly channels: Channels;
  /** Samples a pixel each way, where it need not follow a Gaussian that closely. */
  readonly samples?: number;
}

/** Bytes at the end of the second plane for the weights. */
const tapsBytes = 1024;

/** The samples that a rectangle of pixels reads once they are blurred, and the planes they are worked on in. */
interface Samples {
  /** Samples a pixel each way. */
  readonly f: number;
  readonly taps: Float32Array;
  /** Samples that the weights reach to each side. */
  readonly reach: number;
  /** The first sample that is read, across and down. */
  readonly p0: number;
  readonly q0: number;
  /** Rows that are read; rows and samples a row that are drawn. */
  readonly rows: number;
  readonly depth: number;
  readonly stride: number;
  /** Addresses of the two planes, half the room each. */
  readonly planeA: number;
  readonly planeB: number;
}

/** @throws RangeError where there is not memory enough. */
function samplesOf(target: Target, { sigma, channels, samples }: Blur): Samples {
  const f = samples ?? blurResolution(sigma);
  const taps = gaussianTaps(sigma * f);
  const reach = (taps.length - 1) / 2;
  // First and last sample the rectangle reads, the two more that interpolation needs included.
  const first = (t: number) => Math.floor((t + 0.5) * f - 0.5) - 1;
  const last = (t: number) => Math.floor((t - 0.5) * f - 0.5) + 2;
  const { x0, y0, x1, y1 } = target.area;
  const [p0, q0] = [first(x0), first(y0)];
  const rows = last(y1) - q0 + 1;
  const stride = (last(x1) - p0 + 1 + 2 * reach + 3) & ~3;
  const depth = rows + 2 * reach;
  const half = planeBytes / 2;
  if (stride * depth * channels.bytes + tapsBytes > half)
    throw new RangeError('A blur needs more memory than there is.');
  return {
    ...{ f, taps, reach, p0, q0, rows, depth, stride },
    planeA: target.planeAddress(0),
    planeB: target.planeAddress(half),
  };
}

/**
 * Draws the children onto the first plane. Returns what of it may be painted, in samples, null where nothing is: the rest stays
 * clear, and is neither drawn nor blurred.
 */
function drawSamples(target: Target, blur: Blur, layer: number, into: Samples): Bounds | null {
  const { kernels } = target;
  const { node, matrix, shift, channels } = blur;
  const { f, reach, p0, q0, depth, stride, planeA } = into;
  const { bytes } = channels;
  const plane = () => new Uint8Array(kernels.memory.buffer, planeA, stride * depth * bytes);
  plane().fill(0);
  let painted: Bounds | null = null;
  // What is drawn may work in the same memory: what is there already is kept meanwhile.
  const kept = node.children.some((n) => target.worksInPlanes(n)) && (depth > tileSize || stride > tileSize);
  target.onLattice(f, shift, (toSamples) => {
    const toLattice = multiply(toSamples, matrix);
    const all = node.children.map((c) => target.boundsOf(c, toLattice)).reduce(joinBounds, null);
    const [left, top] = [p0 - reach, q0 - reach];
    const box = all && wholeBounds(transformBounds(all, [1, 0, 0, 1, -left, -top]), 2);
    painted = box && meetBounds(box, { x0: 0, y0: 0, x1: stride, y1: depth });
    if (!painted) return;
    for (let y = 0; y < depth; y += tileSize)
      for (let x = 0; x < stride; x += tileSize) {
        const w = Math.min(tileSize, stride - x);
        const h = Math.min(tileSize, depth - y);
        if (!meetBounds(painted, { x0: x, y0: y, x1: x + w, y1: y + h })) continue;
        target.place(left + x, top + y, w, h);
        const before = kept ? plane().slice() : null;
        target.draw(node.children, toLattice, layer + 1);
        if (before) plane().set(before);
        kernels.flattenLayer(layer + 1);
        channels.take(kernels, layer + 1, planeA + bytes * (y * stride + x), stride, w, h);
        kernels.clearLayer(layer + 1);
      }
  });
  return painted;
}

/** Blurs the first plane across and down by way of the second, where what is painted reaches. */
function convolveBoth({ kernels }: Target, bytes: number, painted: Bounds, samples: Samples): void {
  const { taps, reach, rows, depth, stride, planeA, planeB } = samples;
  const tapsAt = planeB + planeBytes / 2 - tapsBytes;
  new Float32Array(kernels.memory.buffer, tapsAt, taps.length).set(taps);
  // What is clear for as far as the weights reach stays clear.
  const [x0, x1] = [Math.max(0, painted.x0 - 2 * reach) & ~3, Math.min(stride, (painted.x1 + 3) & ~3)];
  const [y0, y1] = [Math.max(0, painted.y0 - 2 * reach), Math.min(rows, painted.y1)];
  const floats = bytes / 4;
  const [across, line] = [floats * (x1 - x0), floats * stride];
  const offset = (y: number) => bytes * (y * stride + x0);
  const read = Math.min(depth, y1 + 2 * reach);
  new Uint8Array(kernels.memory.buffer, planeB + bytes * y0 * stride, bytes * stride * (read - y0)).fill(0);
  const count = taps.length;
  const [from, lines] = [offset(painted.y0), painted.y1 - painted.y0];
  kernels.convolve(planeA + from, planeB + from, across, lines, floats, tapsAt, count, line);
  kernels.convolve(planeB + offset(y0), planeA + offset(y0), across, y1 - y0, line, tapsAt, count, line);
}

/**
 * Draws nodes on the lattice that a blur of `sigma` pixels needs and blurs them there. Samples lie on one lattice
 * whatever the tile, so any tiling gives the same bits. @throws RangeError where there is not memory enough.
 */
function sampled(target: Target, blur: Blur, layer: number, tile: Bounds): Laid {
  const { x0: tx, y0: ty, x1, y1 } = target.area;
  const samples = samplesOf(target, blur);
  const painted = drawSamples(target, blur, layer, samples);
  target.place(tx, ty, x1 - tx, y1 - ty);
  if (painted) convolveBoth(target, blur.channels.bytes, painted, samples);
  const { f, p0, q0, stride, planeA, planeB } = samples;
  const [left, top] = [tx - tile.x0, ty - tile.y0];
  // Nothing shows beyond what the node paints.
  const shown = target.boundsOf(blur.node, blur.matrix) ?? { x0: 0, y0: 0, x1: 0, y1: 0 };
  const clamp = (v: number, low: number, high: number) => Math.min(high, Math.max(low, v));
  return [
    layer,
    clamp(Math.floor(shown.x0 - tile.x0), left, x1 - tile.x0),
    clamp(Math.floor(shown.y0 - tile.y0), top, y1 - tile.y0),
    clamp(Math.ceil(shown.x1 - tile.x0), left, x1 - tile.x0),
    clamp(Math.ceil(shown.y1 - tile.y0), top, y1 - tile.y0),
    planeA,
    stride,
    (tx + 0.5) * f - 0.5 - p0 - left * f,
    (ty + 0.5) * f - 0.5 - q0 - top * f,
    f,
    planeB,
  ];
}

/** Blurs nodes, rectangle by rectangle as memory allows, and has each laid onto the layer. */
export function blurred(target: Target, blur: Blur, layer: number, lay: (laid: Laid) => void): void {
  const { x0, y0, x1, y1 } = target.area;
  const { channels, sigma, samples = blurResolution(sigma) } = blur;
  const side = channels.bytes > 4 && samples > 1 ? tileSize / 2 : tileSize;
  for (let y = y0; y < y1; y += side)
    for (let x = x0; x < x1; x += side) {
      target.place(x, y, Math.min(side, x1 - x), Math.min(side, y1 - y));
      lay(sampled(target, blur, layer, { x0, y0, x1, y1 }));
    }
  target.place(x0, y0, x1 - x0, y1 - y0);
}
