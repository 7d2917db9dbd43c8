import { leveled, stepShares, toneOf } from '../../colour/tones';
import type { Matrix } from '../../geometry/matrix';
import { joinBounds, meetBounds, wholeBounds } from '../../geometry/path';
import type { FilterNode, TonesFilter } from '../../scene/types';
import { framed } from '../framed';
import type { Target } from '../target';
import { DrawnBlocks } from './drawn-blocks';

/** Where what is read begins in the memory that filters work in: what is written takes 6 MiB before it. */
const readAt = 6 << 20;

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
  const inside = node.children.map((c) => target.boundsOf(c, matrix)).reduce(joinBounds, null);
  const area = inside && meetBounds(target.area, wholeBounds(inside, 1));
  if (!inside || !area) return;
  const blocks = new DrawnBlocks(target, node.children, matrix, layer + 1, wholeBounds(inside, 1), (draw) =>
    draw(),
  );
  // A pixel more on every side, for how tones grow.
  const box = { x0: area.x0 - 1, y0: area.y0 - 1, x1: area.x1 + 1, y1: area.y1 + 1 };
  const [bw, bh] = [box.x1 - box.x0, box.y1 - box.y0];
  const at = target.planeAddress(readAt);
  blocks.copy(box, at, bw);
  const read = new Float32Array(target.kernels.memory.buffer, at, 4 * bw * bh).slice();
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
