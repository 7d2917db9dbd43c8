import type { Matrix } from '@/core/geometry/matrix';
import { f } from './single';
import type { Before } from './unbent';

/** Samples that were drawn as they lay before they were bent: RGBA each, row by row from a corner. */
export interface BentSamples {
  readonly colours: Float32Array;
  readonly wide: number;
  readonly high: number;
  readonly left: number;
  readonly top: number;
}

const placesOver = (dx: number, dy: number, most: number): number =>
  Math.min(most, Math.max(1, Math.ceil(Math.sqrt(dx * dx + dy * dy) - 0.25)));

/** The four samples about a place, each by its weight, as far as there are any. */
function mixed(
  { colours, wide, high }: BentSamples,
  cx: number,
  cy: number,
  across: number[],
  down: number[],
) {
  const out = [0, 0, 0, 0];
  let terms = 0;
  for (const j of [0, 1])
    for (const i of [0, 1]) {
      const [x, y] = [cx + i, cy + j];
      if (x < 0 || y < 0 || x >= wide || y >= high) continue;
      const weight = f(down[j] * across[i]);
      for (let k = 0; k < 4; k++) {
        const term = f(colours[4 * (y * wide + x) + k] * weight);
        out[k] = terms ? f(out[k] + term) : term;
      }
      terms++;
    }
  return out;
}

/** The colour of the pixel whose middle is (px, py), the matrix leading from where places were to samples. */
export function plainSample(
  samples: BentSamples,
  before: (px: number, py: number) => Before,
  [a, b, c, d, e, g]: Matrix,
  [px, py]: readonly [number, number],
  most: number,
): number[] {
  const p = before(px, py);
  const x = a * p.x + c * p.y + e - samples.left - 0.5;
  const y = b * p.x + d * p.y + g - samples.top - 0.5;
  const [ax, ay] = [a * p.byX[0] + c * p.byX[1], b * p.byX[0] + d * p.byX[1]];
  const [bx, by] = [a * p.byY[0] + c * p.byY[1], b * p.byY[0] + d * p.byY[1]];
  const [nx, ny] = [placesOver(ax, ay, most), placesOver(bx, by, most)];
  const share = f(1 / (nx * ny));
  let sum = [0, 0, 0, 0];
  for (let j = 0; j < ny; j++)
    for (let i = 0; i < nx; i++) {
      const [u, v] = [(i + 0.5) / nx - 0.5, (j + 0.5) / ny - 0.5];
      const [sx, sy] = [x + u * ax + v * bx, y + u * ay + v * by];
      const [cx, cy] = [Math.floor(sx), Math.floor(sy)];
      if (cx < -1 || cy < -1 || cx >= samples.wide || cy >= samples.high) continue;
      const [fx, fy] = [f(sx - cx), f(sy - cy)];
      const add = mixed(samples, cx, cy, [f(share * f(1 - fx)), f(share * fx)], [f(1 - fy), fy]);
      sum = sum.map((s, k) => f(s + add[k]));
    }
  return sum;
}
