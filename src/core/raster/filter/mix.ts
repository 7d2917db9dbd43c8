import { mixed } from '../../colour/mix';
import type { Matrix } from '../../geometry/matrix';
import type { FilterNode, MixFilter } from '../../scene/types';
import { framed } from '../framed';
import type { Target } from '../target';
import { readColours } from './read-colours';

/** Mixes the colours of what a node's children come to anew. */
export function drawMix(
  target: Target,
  node: FilterNode,
  { rows, linear }: MixFilter,
  matrix: Matrix,
  layer: number,
): void {
  const read = readColours(target, node, matrix, layer);
  if (!read) return;
  const { area, colours: from, wide, high } = read;
  const { colours, rowAt, lay } = framed(target, area);
  let [r, g, b] = [-1, -1, -1];
  let made: readonly number[] = [0, 0, 0, 0];
  for (let y = 1; y < high - 1; y++) {
    let to = rowAt(y - 1);
    for (let x = 1; x < wide - 1; x++, to += 4) {
      const k = 4 * (y * wide + x);
      const a = from[k + 3];
      if (!(a > 1e-6)) continue;
      const [nr, ng, nb] = [from[k] / a, from[k + 1] / a, from[k + 2] / a];
      // Neighbours are often of one colour.
      if (nr !== r || ng !== g || nb !== b) {
        [r, g, b] = [nr, ng, nb];
        made = mixed([r, g, b, 1], rows, linear);
      }
      for (let c = 0; c < 3; c++) colours[to + c] = a * made[c];
      colours[to + 3] = a;
    }
  }
  lay(layer, node);
}
