import { BoundedCache } from '../../cache/bounded-cache';
import { knownBounds } from '../../geometry/known-bounds';
import type { Matrix } from '../../geometry/matrix';
import {
  type Bounds,
  growBounds,
  meetBounds,
  type Path,
  transformBounds,
  wholeBounds,
} from '../../geometry/path';
import { outlineUnder } from '../../nearest/outline';
import { rimReach } from '../../scene/node/rim';
import type { Rim, RimNode } from '../../scene/types';
import { framed } from '../framed';
import { type RimShades, shadeRim } from '../rim/shade';
import type { NodeDrawer, Target } from '../target';

/** What each painter worked out lately: the lights of a rim and its shades are drawn after one another, in files picture by picture. */
const worked = new WeakMap<Target, BoundedCache<RimShades>>();
const numbers = new WeakMap<Path, number>();
let next = 0;

function numberOf(path: Path): number {
  const known = numbers.get(path) ?? ++next;
  numbers.set(path, known);
  return known;
}

function shadesOf(target: Target, rim: Rim, matrix: Matrix, area: Bounds): RimShades {
  const { path, ...rest } = rim;
  const cache = worked.get(target) ?? new BoundedCache<RimShades>(target.rimRoom, (s) => s.byteLength);
  worked.set(target, cache);
  return cache.getOr(JSON.stringify([numberOf(path), rest, matrix, area, target.scale]), () =>
    shadeRim(target, rim, outlineUnder(path, matrix), area, target.scale),
  );
}

/** Device bounds of what a rim paints. */
function boundsOf({ scale }: Target, rim: Rim, matrix: Matrix): Bounds | null {
  const own = knownBounds(rim.path);
  return own && growBounds(transformBounds(own, matrix), rimReach(rim) * scale + 3);
}

/** The pixels of the rectangle at hand that a rim may reach. */
function reachedBy(target: Target, rim: Rim, matrix: Matrix): Bounds | null {
  const b = boundsOf(target, rim, matrix);
  return b && meetBounds(target.area, wholeBounds(b));
}

function draw(target: Target, node: RimNode, matrix: Matrix, layer: number): void {
  const area = reachedBy(target, node.rim, matrix);
  if (!area) return;
  const shades = shadesOf(target, node.rim, matrix, area);
  const [wide, high] = [area.x1 - area.x0, area.y1 - area.y0];
  const frame = framed(target, area);
  const { colours } = frame;
  const [r, g, b, a] = node.colour;
  const tone = node.tone === 'light' ? 0 : 1;
  for (let y = 0; y < high; y++) {
    const row = frame.rowAt(y);
    for (let x = 0; x < wide; x++) {
      const v = shades[2 * (y * wide + x) + tone] * a;
      if (v <= 0) continue;
      const at = row + 4 * x;
      colours[at] = r * v;
      colours[at + 1] = g * v;
      colours[at + 2] = b * v;
      colours[at + 3] = v;
    }
  }
  frame.lay(layer, node);
}

export const rimDrawer: NodeDrawer<RimNode> = {
  bounds: (target, { rim }, matrix) => boundsOf(target, rim, matrix),
  draw,
  inPlanes: true,
  slow: true,
};
