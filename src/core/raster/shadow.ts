import { type Matrix, multiply } from '../geometry/matrix';
import { blendModes, type ShadowNode } from '../scene/types';
import { planeBytes, type Target, tileSize } from './target';

/** How far a blur of standard deviation `sigma` (pixels) can be seen, in pixels. */
export const shadowReach = (sigma: number): number => 4 * sigma + 3;

/**
 * Samples a pixel in each direction. Sharp blurs need more samples than pixels, wide ones get by
 * with fewer; between 1 and 8 pixels the samples are the pixels. Odd or a power of a half, so that
 * sample centres stay on one lattice whatever the tile.
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
 * a variance of 1/12 itself; that much is taken off.
 */
export function gaussianTaps(sigma: number): Float32Array {
  const s2 = Math.max(0.05, sigma * sigma - 1 / 12);
  const reach = Math.ceil(4 * Math.sqrt(s2));
  const raw = Array.from({ length: 2 * reach + 1 }, (_, i) => Math.exp(-((i - reach) ** 2) / (2 * s2)));
  const sum = raw.reduce((a, b) => a + b, 0);
  return Float32Array.from(raw, (v) => v / sum);
}

/** Draws a shadow onto a layer of the tile at hand: silhouette, Gaussian, colour. */
export function drawShadow(target: Target, node: ShadowNode, matrix: Matrix, layer: number): void {
  const { kernels, scale } = target;
  const sigma = node.sigma * scale;
  const f = blurResolution(sigma);
  const { x0: tx, y0: ty, x1, y1 } = target.area;
  const wide = x1 - tx;
  const high = y1 - ty;
  const taps = gaussianTaps(sigma * f);
  const reach = (taps.length - 1) / 2;

  // First and last sample the tile reads, the two more that interpolation needs included.
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
  if (stride * depth * 4 + 1024 > half) throw new RangeError('A shadow needs more memory than there is.');

  const shifted: Matrix = [f, 0, 0, f, node.dx * scale * f, node.dy * scale * f];
  const toSamples = multiply(shifted, matrix);
  new Float32Array(kernels.memory.buffer, planeA, stride * depth).fill(0);
  for (let y = 0; y < depth; y += tileSize)
    for (let x = 0; x < stride; x += tileSize) {
      const w = Math.min(tileSize, stride - x);
      const h = Math.min(tileSize, depth - y);
      target.place(p0 - reach + x, q0 - reach + y, w, h);
      target.draw(node.children, toSamples, layer + 1);
      kernels.flattenLayer(layer + 1);
      kernels.alphaToPlane(layer + 1, planeA + 4 * (y * stride + x), stride, w, h);
      kernels.clearLayer(layer + 1);
    }
  target.place(tx, ty, wide, high);

  const tapsAt = target.planeAddress(half - 1024);
  new Float32Array(kernels.memory.buffer, tapsAt, taps.length).set(taps);
  kernels.convolve(planeA, planeB, stride, depth, 1, tapsAt, taps.length);
  kernels.convolve(planeB, planeA, stride, rows, stride, tapsAt, taps.length);

  const b = target.boundsOf(node, matrix);
  if (!b) return;
  const clamp = (v: number, limit: number) => Math.min(limit, Math.max(0, v));
  const [r, g, bl] = node.colour;
  const a = node.colour[3] * node.opacity;
  kernels.layPlane(
    layer,
    clamp(Math.floor(b.x0 - tx), wide),
    clamp(Math.floor(b.y0 - ty), high),
    clamp(Math.ceil(b.x1 - tx), wide),
    clamp(Math.ceil(b.y1 - ty), high),
    planeA,
    stride,
    (tx + 0.5) * f - 0.5 - p0,
    (ty + 0.5) * f - 0.5 - q0,
    f,
    planeB,
    r * a,
    g * a,
    bl * a,
    a,
    blendModes.indexOf(node.blend),
  );
}
