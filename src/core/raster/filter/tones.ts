import { leveled, stepShares, toneOf } from '../../colour/tones';
import type { Matrix } from '../../geometry/matrix';
import type { FilterNode, TonesFilter } from '../../scene/types';
import { framed } from '../framed';
import type { Target } from '../target';
import { readColours } from './read-colours';

/** Tones of a rectangle of premultiplied colours; of what is clear, that of what lies beside it. */
function tonesOf(read: Float32Array, count: number): Float64Array {
  const out = new Float64Array(count);
  for (let k = 0; k < count; k++) {
    const a = read[4 * k + 3];
    out[k] = a > 1e-6 ? toneOf(read[4 * k] / a, read[4 * k + 1] / a, read[4 * k + 2] / a) : -1;
  }
  return out;
}

/** How a tone grows at a place along a step of its list; one-sided beside what is clear. */
function growth(tones: Float64Array, k: number, step: number): number {
  const [p, c, q] = [tones[k - step], tones[k], tones[k + step]];
  if (p >= 0 && q >= 0) return (q - p) / 2;
  return p >= 0 ? c - p : q >= 0 ? q - c : 0;
}

/** Puts the tones of what a node's children come to through levels and down to steps. Any tiling gives the same bits. */
export function drawTones(
  target: Target,
  node: FilterNode,
  { levels, steps, softness }: TonesFilter,
  matrix: Matrix,
  layer: number,
): void {
  const found = readColours(target, node, matrix, layer);
  if (!found) return;
  const { area, colours: read, wide: bw, high: bh } = found;
  const tones = steps ? tonesOf(read, bw * bh) : null;
  const shares = new Float64Array(steps?.length ?? 0);
  const { colours, rowAt, lay } = framed(target, area);
  const level = (v: number) => (levels ? leveled(v, levels) : v);
  for (let y = 1; y < bh - 1; y++) {
    let to = rowAt(y - 1);
    for (let x = 1; x < bw - 1; x++, to += 4) {
      const k = y * bw + x;
      const a = read[4 * k + 3];
      if (!(a > 1e-6)) continue;
      if (!steps || !tones) {
        for (let c = 0; c < 3; c++) colours[to + c] = a * level(read[4 * k + c] / a);
        colours[to + 3] = a;
        continue;
      }
      stepShares(steps, softness, tones[k], growth(tones, k, 1), growth(tones, k, bw), shares);
      for (let s = 0; s < steps.length; s++) {
        const { colour } = steps[s];
        const w = shares[s] * colour[3] * a;
        for (let c = 0; c < 3; c++) colours[to + c] += w * colour[c];
        colours[to + 3] += w;
      }
    }
  }
  lay(layer, node);
}
