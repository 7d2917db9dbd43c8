import { type Matrix, multiply } from '../../geometry/matrix';
import type { Bounds } from '../../geometry/path';
import type { FilterNode } from '../../scene/types';
import type { Kernels, Laid } from '../kernels';
import { planeBytes, type Target, tileSize } from '../target';

/**
 * Samples a pixel in each direction. Sharp blurs need more samples than pixels, wide ones get by
 * with fewer. Odd or a power of a half, so that sample centres stay on one lattice whatever the tile.
 * The limits are the widest that keep the profile of an edge within half a step of 8 bits of the error
 * function, for deviations from 0.5 to 80 pixels (the tests hold them).
 */
export function blurResolution(sigma: number): number {
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

/**
 * Draws nodes on the lattice that a blur of `sigma` pixels needs and blurs them there. Samples lie on one lattice
 * whatever the tile, so any tiling gives the same bits. @throws RangeError where there is not memory enough.
 */
function sampled(
  target: Target,
  { node, matrix, sigma, shift, channels, samples }: Blur,
  layer: number,
  tile: Bounds,
): Laid {
  const { kernels } = target;
  const f = samples ?? blurResolution(sigma);
  const { x0: tx, y0: ty, x1, y1 } = target.area;
  const taps = gaussianTaps(sigma * f);
  const reach = (taps.length - 1) / 2;

  // First and last sample the rectangle reads, the two more that interpolation needs included.
  const first = (t: number) => Math.floor((t + 0.5) * f - 0.5) - 1;
  const last = (t: number) => Math.floor((t - 0.5) * f - 0.5) + 2;
  const [p0, q0] = [first(tx), first(ty)];
  const columns = last(x1) - p0 + 1;
  const rows = last(y1) - q0 + 1;
  const stride = (columns + 2 * reach + 3) & ~3;
  const depth = rows + 2 * reach;
  const half = planeBytes / 2;
  const planeA = target.planeAddress(0);
  const planeB = target.planeAddress(half);
  const { bytes } = channels;
  if (stride * depth * bytes + tapsBytes > half)
    throw new RangeError('A blur needs more memory than there is.');

  const plane = () => new Uint8Array(kernels.memory.buffer, planeA, stride * depth * bytes);
  plane().fill(0);
  // What is drawn may work in the same memory: what is there already is kept meanwhile.
  const kept = node.children.some((n) => target.worksInPlanes(n)) && (depth > tileSize || stride > tileSize);
  target.onLattice(f, shift, (toSamples) => {
    const own = multiply(toSamples, matrix);
    for (let y = 0; y < depth; y += tileSize)
      for (let x = 0; x < stride; x += tileSize) {
        const w = Math.min(tileSize, stride - x);
        const h = Math.min(tileSize, depth - y);
        target.place(p0 - reach + x, q0 - reach + y, w, h);
        const before = kept ? plane().slice() : null;
        target.draw(node.children, own, layer + 1);
        if (before) plane().set(before);
        kernels.flattenLayer(layer + 1);
        channels.take(kernels, layer + 1, planeA + bytes * (y * stride + x), stride, w, h);
        kernels.clearLayer(layer + 1);
      }
  });
  target.place(tx, ty, x1 - tx, y1 - ty);

  const tapsAt = target.planeAddress(half - tapsBytes);
  new Float32Array(kernels.memory.buffer, tapsAt, taps.length).set(taps);
  const floats = bytes / 4;
  kernels.convolve(planeA, planeB, floats * stride, depth, floats, tapsAt, taps.length);
  kernels.convolve(planeB, planeA, floats * stride, rows, floats * stride, tapsAt, taps.length);
  const [left, top] = [tx - tile.x0, ty - tile.y0];
  // Nothing shows beyond what the node paints.
  const shown = target.boundsOf(node, matrix) ?? { x0: 0, y0: 0, x1: 0, y1: 0 };
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
