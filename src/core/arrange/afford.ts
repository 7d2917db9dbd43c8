import { budget, spend, WorkFault } from '../geometry/budget';
import { segmentsIn } from '../geometry/count';
import type { Path } from '../geometry/path';

/** Fewer segments than this cannot cross too often. */
const harmless = 1000;

/** Boxes of all segments' control points: x0, y0, x1, y1 each. */
export function boxesOf(paths: readonly Path[], n = segmentsIn(paths)): Float64Array {
  const boxes = new Float64Array(4 * n);
  let at = 0;
  for (const { contours } of paths)
    for (const { xy } of contours)
      for (let i = 0; i + 7 < xy.length; i += 6, at += 4) {
        boxes[at] = Math.min(xy[i], xy[i + 2], xy[i + 4], xy[i + 6]);
        boxes[at + 1] = Math.min(xy[i + 1], xy[i + 3], xy[i + 5], xy[i + 7]);
        boxes[at + 2] = Math.max(xy[i], xy[i + 2], xy[i + 4], xy[i + 6]);
        boxes[at + 3] = Math.max(xy[i + 1], xy[i + 3], xy[i + 5], xy[i + 7]);
      }
  return boxes;
}

/** Length of all boxes along an axis, 0 or 1: the shorter, the fewer are abreast. */
function extent(boxes: Float64Array, axis: 0 | 1): number {
  let sum = 0;
  for (let i = axis; i < boxes.length; i += 4) sum += boxes[i + 2] - boxes[i];
  return sum;
}

/** Pairs of boxes that overlap, counted up to just over a limit. */
export function overlappingPairs(boxes: Float64Array, limit: number): number {
  const along = extent(boxes, 0) <= extent(boxes, 1) ? 0 : 1;
  const across = 1 - along;
  const order = Array.from({ length: boxes.length / 4 }, (_, i) => 4 * i).sort(
    (a, b) => boxes[a + along] - boxes[b + along],
  );
  let pairs = 0;
  for (let k = 0; k < order.length; k++) {
    const a = order[k];
    const end = boxes[a + along + 2];
    for (let l = k + 1; l < order.length && boxes[order[l] + along] < end; l++) {
      const b = order[l];
      if (boxes[b + across] < boxes[a + across + 2] && boxes[a + across] < boxes[b + across + 2]) pairs++;
    }
    if (pairs > limit) break;
  }
  return pairs;
}

/**
 * Counts what a combination would have to do.
 * @throws WorkFault where that is over the budget.
 */
export function affordArrangement(paths: readonly Path[]): void {
  const { combined, crossings } = budget();
  const n = segmentsIn(paths);
  spend(n, combined, 'This would combine', 'segments at once; the most is');
  if (n < harmless) return;
  if (overlappingPairs(boxesOf(paths, n), crossings) > crossings)
    throw new WorkFault(
      'The outlines cross one another too often to be combined. Combine fewer of them at once.',
    );
}
