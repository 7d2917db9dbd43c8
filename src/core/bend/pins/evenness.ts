import { controlNet, determinantNet, leastDeterminant } from '../grid/folds';
import type { BendGrid } from '../grid/grid';

/** How often a cell's determinant is halved for its bound. */
const depth = 4;

/** At most the square of how far a cell's map stretches, all ways together: its control points' steps bound the slopes. */
function mostStretch(net: Float64Array, wu: number, wv: number): number {
  let [u, v] = [0, 0];
  for (let a = 0; a < 4; a++)
    for (let b = 0; b < 4; b++) {
      const i = 2 * (4 * a + b);
      if (a < 3) u = Math.max(u, (net[i + 8] - net[i]) ** 2 + (net[i + 9] - net[i + 1]) ** 2);
      if (b < 3) v = Math.max(v, (net[i + 2] - net[i]) ** 2 + (net[i + 3] - net[i + 1]) ** 2);
    }
  return 9 * (u / (wu * wu) + v / (wv * wv));
}

/**
 * How evenly a grid squeezes where it does so least: a bound from below of 2 det J / |J|², which is 1 where forms are kept and 0 on
 * a fold; not above 0 where it may fold.
 */
export function evenness(grid: BendGrid): number {
  let least = 1;
  for (let row = 0; row + 1 < grid.vs.length; row++)
    for (let column = 0; column + 1 < grid.us.length; column++) {
      const determinants = determinantNet(grid, column, row);
      const { net, wu, wv } = controlNet(grid, column, row);
      const stretch = mostStretch(net, wu, wv) / 2;
      // A cell whose net says that it is no worse need not be cut.
      if (determinants.every((d) => d >= least * stretch)) continue;
      least = Math.min(least, leastDeterminant(determinants, depth)[0] / stretch);
    }
  return least;
}
