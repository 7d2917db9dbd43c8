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

/** Returns the places of a contour's chords as it stands, x and y each; null where it has no edges. */
function chordsOf(c: Contour): Float64Array | null {
  const n = segmentCount(c);
  if (n === 0) return null;
  const xy: number[] = [c.xy[0], c.xy[1]];
  const to = (x: number, y: number) => {
    xy.push(x, y);
  };
  for (let i = 0; i < n; i++) flattenTo(segmentAt(c, i), chordTolerance, to);
  return Float64Array.from(xy);
}

/** Where edges are written before it is known how many there are. */
const room = { xy: new Float64Array(1 << 12) };

/** Returns the closed ring of chords moved by (dx, dy) pixels, rounded there, without edges of no length. */
function ringOf(chords: Float64Array, dx: number, dy: number): Ring {
  if (room.xy.length < 2 * chords.length) room.xy = new Float64Array(4 * chords.length);
  const { xy } = room;
  const startX = snap(chords[0] + dx);
  const startY = snap(chords[1] + dy);
  let [x0, y0, x1, y1] = [startX, startY, startX, startY];
  let px = startX;
  let py = startY;
  let n = 0;
  for (let i = 2; i <= chords.length; i += 2) {
    const closes = i === chords.length;
    const x = closes ? startX : snap(chords[i] + dx);
    const y = closes ? startY : snap(chords[i + 1] + dy);
    if (px !== x || py !== y) {
      xy[n++] = px;
      xy[n++] = py;
      xy[n++] = x;
      xy[n++] = y;
    }
    px = x;
    py = y;
    if (x < x0) x0 = x;
    if (x > x1) x1 = x;
    if (y < y0) y0 = y;
    if (y > y1) y1 = y;
  }
  return { xy: xy.slice(0, n), bounds: { x0, y0, x1, y1 } };
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
const ofChords = new ByMatrix<Contour['xy'], Float64Array | null>();

/** Edges of a path under a matrix; the last few matrices of each path and each contour are kept. */
export function edgesOf(path: Path, matrix: Matrix): Edges {
  return ofPaths.take(path, matrix, () => {
    const rings = path.contours
      .map((c) =>
        ofContours.take(c.xy, matrix, () => {
          // What stands in many places is cut into chords once, and only moved.
          const still: Matrix = [matrix[0], matrix[1], matrix[2], matrix[3], 0, 0];
          const chords = ofChords.take(c.xy, still, () =>
            chordsOf(transformPath({ contours: [c], fillRule: 'nonzero' }, still).contours[0]),
          );
          return chords && ringOf(chords, matrix[4], matrix[5]);
        }),
      )
      .filter((r) => r !== null);
    return { rings, bounds: rings.map((r) => r.bounds).reduce(joinBounds, null) };
  });
}
