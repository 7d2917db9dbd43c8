import { type Cubic, cubicPoint, cubicTangent, isLine, lineCubic, reverseCubic } from '../geometry/cubic';
import { contourOf, type Path, pathOf, segmentAt, segmentCount } from '../geometry/path';
import type { Point } from '../geometry/vector';

/** A side of a solid as its own path tells it, so that it stays true whatever carried that along. */
export interface Side {
  /** Its edge at the front. */
  readonly edge: Cubic;
  /** The same at the far end; all on one spot where the solid runs out there. */
  readonly far: Cubic;
}

/** A side as a path: its edge, the way to the far end, that end run back, and the way to the front again. */
export function sidePath({ edge: e, far: f }: Side): Path {
  const back = f[0] === f[6] && f[1] === f[7] ? [] : [reverseCubic(f)];
  return pathOf([
    contourOf([e, lineCubic(e[6], e[7], f[6], f[7]), ...back, lineCubic(f[0], f[1], e[0], e[1])], true),
  ]);
}

/** What a path says of the side that it is: edge, way out, far end, way back; null where it has another form. */
export function sideOf({ contours }: Path): Side | null {
  const [c, ...more] = contours;
  const n = c ? segmentCount(c) : 0;
  if (!c?.closed || more.length || (n !== 4 && n !== 3)) return null;
  if (!isLine(segmentAt(c, 1)) || !isLine(segmentAt(c, n - 1))) return null;
  const edge = segmentAt(c, 0);
  if (n === 4) return { edge, far: reverseCubic(segmentAt(c, 2)) };
  const [x, y] = segmentAt(c, 2);
  return { edge, far: [x, y, x, y, x, y, x, y] };
}

/** Where a place of the edge lies at the far end. */
export const farPoint = ({ edge, far }: Side, t: number): Point =>
  isLine(edge) && !isLine(far)
    ? { x: far[0] + (far[6] - far[0]) * t, y: far[1] + (far[7] - far[1]) * t }
    : cubicPoint(far, t);

/**
 * A side that rises, by its path. The one face over a straight edge has more corners than other sides: of that its edge, and
 * for its far end the corner that lies farthest from it.
 */
export function risingSideOf(path: Path): Side | null {
  const side = sideOf(path);
  const [c] = path.contours;
  if (side || !c?.closed || segmentCount(c) < 3) return side;
  const edge = segmentAt(c, 0);
  if (!isLine(edge)) return null;
  const n = segmentCount(c);
  const places = Array.from({ length: n }, (_, i) => segmentAt(c, i));
  const off = (s: Cubic) =>
    Math.abs((edge[6] - edge[0]) * (s[1] - edge[1]) - (edge[7] - edge[1]) * (s[0] - edge[0]));
  const [x, y] = places.reduce((a, b) => (off(b) > off(a) ? b : a));
  return { edge, far: [x, y, x, y, x, y, x, y] };
}

/**
 * Which way a side that rises falls off on its plane, of length 1: away from its far end at right angles to its edge; of one that
 * fans out from a corner toward that.
 */
export function downhillAt(side: Side, t: number, fan: boolean): Point {
  if (fan) {
    const p = cubicPoint(side.edge, t);
    const [dx, dy] = [side.far[0] - p.x, side.far[1] - p.y];
    const l = Math.hypot(dx, dy);
    if (l > 0) return { x: dx / l, y: dy / l };
  }
  const { x, y } = facingAt(side, t);
  return { x: -x, y: -y };
}

/** The direction that a side faces at a place of its edge: outwards, of length 1, in the plane of the front. */
export function facingAt(side: Side, t: number): Point {
  const d = cubicTangent(side.edge, t);
  const p = cubicPoint(side.edge, t);
  const q = farPoint(side, t);
  // It can be seen, so it leans toward the far end.
  const sign = d.y * (q.x - p.x) - d.x * (q.y - p.y) < 0 ? -1 : 1;
  return { x: sign * d.y, y: -sign * d.x };
}
