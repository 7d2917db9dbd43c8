import { budget, spend } from './budget';
import { type Cubic, isLine } from './cubic';
import { bezierPowers, signChanges } from './polynomial';
import type { Point } from './vector';

/**
 * Parameters in (0, 1) at which a cubic crosses any of the lines, `every` apart, on which places have the product
 * `first` + k · `every` with a direction of length 1. @throws WorkFault where there are too many such lines.
 */
export function cubicCrossings(s: Cubic, along: Point, first: number, every: number): number[] {
  const at = [0, 2, 4, 6].map((i) => s[i] * along.x + s[i + 1] * along.y);
  const lo = Math.ceil((Math.min(...at) - first) / every);
  const hi = Math.floor((Math.max(...at) - first) / every);
  spend(hi - lo + 1, budget().combined, 'This would cross more than', 'lines; the most is');
  const out: number[] = [];
  for (let k = lo; k <= hi; k++) {
    const line = first + k * every;
    if (isLine(s)) {
      const t = (line - at[0]) / (at[3] - at[0]);
      if (t > 0 && t < 1) out.push(t);
    } else out.push(...signChanges(bezierPowers(at[0], at[1], at[2], at[3], line)));
  }
  return out;
}
