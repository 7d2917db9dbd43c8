import { contourBounds } from '../geometry/known-bounds';
import { containsPoint, contourArea } from '../geometry/measure';
import type { Contour, Path } from '../geometry/path';
import { combine } from './combine';
import { samePath } from './same-path';

/** How finely an outline is told from what lies in it, as a share of its size. */
const exactness = 1e-6;

const alone = (c: Contour): Path => ({ contours: [c], fillRule: 'nonzero' });

/**
 * The separate areas of a path none of whose contours cross, outlines clockwise and holes against them: each
 * an outline with the holes that lie in it, the greatest first; then the open contours, each alone.
 */
export function separate({ contours }: Path): Path[] {
  const signed = contours.filter((c) => c.closed).map((c) => ({ c, area: contourArea(c) }));
  const outer = signed.filter((s) => s.area > 0).sort((a, b) => a.area - b.area);
  const pieces = outer.map(({ c }) => ({ path: alone(c), bounds: contourBounds(c), contours: [c] }));
  for (const { c } of signed.filter((s) => s.area < 0)) {
    const [x, y] = c.xy;
    // The smallest outline round a hole's node is its own.
    const home = pieces.find(({ path, bounds: b }) => {
      if (!b || x < b.x0 || x > b.x1 || y < b.y0 || y > b.y1) return false;
      return containsPoint(path, { x, y }, exactness * Math.max(b.x1 - b.x0, b.y1 - b.y0));
    });
    home?.contours.push(c);
  }
  return [
    ...pieces.map((p): Path => ({ contours: p.contours, fillRule: 'nonzero' })).toReversed(),
    ...contours.filter((c) => !c.closed).map(alone),
  ];
}

const known = new WeakMap<Path, readonly Path[]>();

/** The separate areas of a path none of whose contours cross, worked out once for each path object. */
export function areasOf(path: Path): readonly Path[] {
  let areas = known.get(path);
  if (!areas) {
    areas = separate(path).map((area) => samePath(area.contours));
    known.set(path, areas);
  }
  return areas;
}

/** The separate areas of any path, its overlaps united first. */
export function piecesOf(path: Path): Path[] {
  const closed = { ...path, contours: path.contours.filter((c) => c.closed) };
  const open = path.contours.filter((c) => !c.closed);
  const { contours } = closed.contours.length ? combine('union', [closed]) : { contours: [] };
  return separate({ contours: [...contours, ...open], fillRule: 'nonzero' });
}
