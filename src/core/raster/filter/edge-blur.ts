import { meetBounds, wholeBounds } from '../../geometry/path';
import { outlineUnder } from '../../nearest/outline';
import type { EdgeBlurFilter } from '../../scene/types';
import { framed } from '../framed';
import { depthField } from '../rim/field';
import { tileSize } from '../target';
import type { FilterDrawer } from './definition';
import { allColours, blurResolution, blurred } from './gaussian';

/** Deviations below this are drawn as they are, pixels. */
const sharp = 0.35;

/** Deviations that are worked out, pixels, from none to the softest: each twice the one before. */
export function deviationLadder(softest: number): readonly number[] {
  const steps: number[] = [];
  for (let s = softest; s > sharp; s /= 2) steps.unshift(s);
  return [0, ...steps];
}

/** How soft it is at a share of the way in, 0 at the edge and 1 where it is sharp: level at both ends. */
const softAt = (share: number): number => 1 - share * share * (3 - 2 * share);

/** For each pixel of a rectangle the place on the ladder that it takes: a rung and a share of the way to the next. */
function rungsOf(
  depths: Float32Array,
  reach: number,
  softest: number,
  ladder: readonly number[],
): Float32Array {
  const last = ladder.length - 1;
  // Too little softness to be seen: all of it is as it is.
  if (last === 0) return new Float32Array(depths.length);
  return depths.map((d) => {
    const sigma = softest * softAt(Math.min(1, d / reach));
    if (sigma >= softest) return last;
    let i = 0;
    while (i < last - 1 && ladder[i + 1] <= sigma) i++;
    return i + (sigma - ladder[i]) / (ladder[i + 1] - ladder[i]);
  });
}

/** Blurred more and more toward the edge: each pixel lies between two Gaussians, by how far it is from the outline. */
export const drawEdgeBlur: FilterDrawer<EdgeBlurFilter> = (target, node, filter, matrix, layer) => {
  const { kernels, scale, area } = target;
  const bounds = target.boundsOf(node, matrix);
  const shown = bounds && meetBounds(area, wholeBounds(bounds));
  if (!shown) return;
  const softest = filter.sigma * scale;
  const reach = Math.max(1e-3, filter.reach * scale);
  const ladder = deviationLadder(softest);
  const rungs = rungsOf(
    depthField(target, outlineUnder(filter.path, matrix), shown, reach),
    reach,
    softest,
    ladder,
  );
  const [wide, high] = [shown.x1 - shown.x0, shown.y1 - shown.y0];
  const sum = new Float32Array(4 * wide * high);
  // What is worked out on the next layer has its corner where what is shown has it.
  target.place(shown.x0, shown.y0, wide, high);
  const plain = { ...node, opacity: 1, blend: 'normal' } as const;
  for (const [rung, sigma] of ladder.entries()) {
    if (!rungs.some((r) => Math.abs(r - rung) < 1)) continue;
    if (sigma > 0)
      blurred(
        target,
        // What lies between two of them is mixed, so that none has to be sampled more finely than pixels.
        {
          node: plain,
          matrix,
          sigma,
          shift: { x: 0, y: 0 },
          channels: allColours,
          samples: Math.min(1, blurResolution(sigma)),
        },
        layer + 1,
        (laid) => kernels.layColours(...laid, 1, 0),
      );
    else target.draw(node.children, matrix, layer + 1);
    kernels.flattenLayer(layer + 1);
    const pixels = new Float32Array(kernels.memory.buffer, kernels.layerPixels(layer + 1), 1 << 18);
    for (let y = 0; y < high; y++)
      for (let x = 0; x < wide; x++) {
        const share = 1 - Math.abs(rungs[y * wide + x] - rung);
        if (share <= 0) continue;
        const from = 4 * (y * tileSize + x);
        const to = 4 * (y * wide + x);
        for (let k = 0; k < 4; k++) sum[to + k] += share * pixels[from + k];
      }
    kernels.clearLayer(layer + 1);
  }
  target.place(area.x0, area.y0, area.x1 - area.x0, area.y1 - area.y0);
  const frame = framed(target, shown);
  for (let y = 0; y < high; y++)
    frame.colours.set(sum.subarray(4 * wide * y, 4 * wide * (y + 1)), frame.rowAt(y));
  frame.lay(layer, node);
};
