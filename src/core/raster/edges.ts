import { flattenTo } from '../geometry/flatten';
import { type Matrix, sameMatrix } from '../geometry/matrix';
import {
  type Bounds,
  type Contour,
  joinBounds,
  type Path,
  segmentAt,
  segmentCount,
  transformPath,
} from '../geometry/path';

/** One contour as straight edges in device pixels that close, x0, y0, x1, y1 each, and what they span. */
export interface Ring {
  readonly xy: Float64Array;
  readonly bounds: Bounds;
}

/** The rings of a path, and what they span together. */
export interface Edges {
  readonly rings: readonly Ring[];
  readonly bounds: Bounds | null;
}

/** Greatest distance of a drawn edge from its curve, in pixels. */
const chordTolerance = 0.02;

/** Edges are rounded to 1/65536 pixel, so that taking a tile's corner off them is exact. */
const snap = (v: number) => Math.round(v * 65536) / 65536;

function makeRing(c: Contour): Ring | null {
  const n = segmentCount(c);
  if (n === 0) return null;
  const xy: number[] = [];
  const startX = snap(c.xy[0]);
  const startY = snap(c.xy[1]);
  let [x0, y0, x1, y1] = [startX, startY, startX, startY];
  let px = startX;
  let py = startY;
  const to = (ax: number, ay: number) => {
    const x = snap(ax);
    const y = snap(ay);
    if (px !== x || py !== y) xy.push(px, py, x, y);
    px = x;
    py = y;
    if (x < x0) x0 = x;
    if (x > x1) x1 = x;
    if (y < y0) y0 = y;
    if (y > y1) y1 = y;
  };
  for (let i = 0; i < n; i++) flattenTo(segmentAt(c, i), chordTolerance, to);
  to(startX, startY);
  return { xy: Float64Array.from(xy), bounds: { x0, y0, x1, y1 } };
}

/** What was made of something under the last few matrices. */
class ByMatrix<K extends object, V> {
  private readonly known = new WeakMap<K, { readonly matrix: Matrix; readonly value: V }[]>();

  take(key: K, matrix: Matrix, make: () => V): V {
    const own = this.known.get(key) ?? [];
    const hit = own.find((k) => sameMatrix(k.matrix, matrix));
    if (hit) return hit.value;
    const value = make();
    this.known.set(key, [{ matrix, value }, ...own.slice(0, 3)]);
    return value;
  }
}

// Paths come and go while words are typed or parts combined; the numbers of most of their contours stay.
const ofPaths = new ByMatrix<Path, Edges>();
const ofContours = new ByMatrix<Contour['xy'], Ring | null>();

/** Edges of a path under a matrix; the last few matrices of each path and each contour are kept. */
export function edgesOf(path: Path, matrix: Matrix): Edges {
  return ofPaths.take(path, matrix, () => {
    const rings = path.contours
      .map((c) =>
        ofContours.take(c.xy, matrix, () =>
          makeRing(transformPath({ contours: [c], fillRule: 'nonzero' }, matrix).contours[0]),
        ),
      )
      .filter((r) => r !== null);
    return { rings, bounds: rings.map((r) => r.bounds).reduce(joinBounds, null) };
  });
}
