import { type Cubic, cubicExtremes, cubicPoint, isLine, lineCubic } from './cubic';
import { determinant, isIdentity, type Matrix } from './matrix';
import type { Point } from './vector';

/** Which primitive an edge came from: the part, its contour and segment, and the range of parameters kept. */
export interface EdgeOrigin {
  readonly part: string;
  readonly contour: number;
  readonly segment: number;
  readonly t0: number;
  readonly t1: number;
}

/**
 * One run of joined segments. `xy` holds the first node, then six numbers a segment
 * (handle, handle, node): 2 + 6·n in all. Neighbours share their node, so joints
 * are equal bit for bit. A closed contour ends on the very node it starts from.
 */
export interface Contour {
  readonly xy: readonly number[];
  readonly closed: boolean;
  /** One entry a segment, where the origin is known. */
  readonly origins?: readonly (EdgeOrigin | null)[];
  /** Pressure of the pointer it was drawn with, 0–1, at even shares of its length. */
  readonly pressure?: readonly number[];
}

export type FillRule = 'nonzero' | 'evenodd';

export interface Path {
  readonly contours: readonly Contour[];
  readonly fillRule: FillRule;
}

/** Left, top, right, bottom in sheet units. */
export interface Bounds {
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
}

/** About how many bytes a path takes. */
export const pathBytes = ({ contours }: Path): number =>
  contours.reduce((n, c) => n + 8 * c.xy.length + 100, 100);

/** The point half way across and down. */
export const boundsMiddle = (b: Bounds): Point => ({ x: (b.x0 + b.x1) / 2, y: (b.y0 + b.y1) / 2 });

export const emptyPath: Path = { contours: [], fillRule: 'nonzero' };

export const segmentCount = (c: Contour): number => Math.max(0, (c.xy.length - 2) / 6);

/** Segment `i` of a contour as a cubic. */
export function segmentAt(c: Contour, i: number): Cubic {
  const k = 6 * i;
  return c.xy.slice(k, k + 8) as unknown as Cubic;
}

export function segmentsOf(c: Contour): Cubic[] {
  return Array.from({ length: segmentCount(c) }, (_, i) => segmentAt(c, i));
}

/** A contour from cubics laid end to end; each takes its start from the end before it. */
export function contourOf(
  cubics: readonly Cubic[],
  closed: boolean,
  origins?: readonly (EdgeOrigin | null)[],
): Contour {
  const first = cubics[0];
  if (!first) return { xy: [], closed };
  const xy: number[] = [first[0], first[1]];
  for (const s of cubics) {
    const k = xy.length;
    if (isLine(s)) xy.push(xy[k - 2] as number, xy[k - 1] as number, s[6], s[7], s[6], s[7]);
    else xy.push(s[2], s[3], s[4], s[5], s[6], s[7]);
  }
  if (closed) {
    const n = xy.length;
    const last = cubics[cubics.length - 1] as Cubic;
    if (isLine(last)) {
      xy[n - 4] = first[0];
      xy[n - 3] = first[1];
    }
    xy[n - 2] = first[0];
    xy[n - 1] = first[1];
  }
  return origins ? { xy, closed, origins } : { xy, closed };
}

/** Straight contour through points; a closed one gets its closing line. */
export function polygonContour(points: readonly Point[], closed = true): Contour {
  const cubics: Cubic[] = [];
  const n = closed ? points.length : points.length - 1;
  for (let i = 0; i < n; i++) {
    const p = points[i] as Point;
    const q = points[(i + 1) % points.length] as Point;
    cubics.push(lineCubic(p.x, p.y, q.x, q.y));
  }
  return contourOf(cubics, closed);
}

export const pathOf = (contours: readonly Contour[], fillRule: FillRule = 'nonzero'): Path => ({
  contours,
  fillRule,
});

/** All of a path's cubics, an open contour's closing line left out. */
export function* cubicsOf(path: Path): Generator<Cubic> {
  for (const c of path.contours) for (let i = 0; i < segmentCount(c); i++) yield segmentAt(c, i);
}

export function reverseContour(c: Contour): Contour {
  const xy: number[] = [];
  for (let i = c.xy.length - 2; i >= 0; i -= 2) xy.push(c.xy[i] as number, c.xy[i + 1] as number);
  if (!c.origins) return { xy, closed: c.closed };
  const origins = c.origins.map((o) => (o ? { ...o, t0: o.t1, t1: o.t0 } : null)).reverse();
  return { xy, closed: c.closed, origins };
}

/** The path moved by an affine map; mirrored, its contours run the way they ran. */
export function carryPath(path: Path, m: Matrix): Path {
  const moved = transformPath(path, m);
  return determinant(m) < 0 ? { ...moved, contours: moved.contours.map(reverseContour) } : moved;
}

/** The path moved by an affine map. Equal nodes stay equal bit for bit. */
export function transformPath(path: Path, m: Matrix): Path {
  if (isIdentity(m)) return path;
  const [a, b, c, d, e, f] = m;
  return {
    ...path,
    contours: path.contours.map((contour) => {
      const xy = new Array<number>(contour.xy.length);
      for (let i = 0; i < xy.length; i += 2) {
        const x = contour.xy[i] as number;
        const y = contour.xy[i + 1] as number;
        xy[i] = a * x + c * y + e;
        xy[i + 1] = b * x + d * y + f;
      }
      return { ...contour, xy };
    }),
  };
}

/** Bounds of a cubic's control points, which hold all of it. */
export function hullBounds(s: Cubic): Bounds {
  return {
    x0: Math.min(s[0], s[2], s[4], s[6]),
    y0: Math.min(s[1], s[3], s[5], s[7]),
    x1: Math.max(s[0], s[2], s[4], s[6]),
    y1: Math.max(s[1], s[3], s[5], s[7]),
  };
}

/** Exact bounds of the curves, or null for a path with no points. */
export function pathBounds(path: Path): Bounds | null {
  let x0 = Number.POSITIVE_INFINITY;
  let y0 = Number.POSITIVE_INFINITY;
  let x1 = Number.NEGATIVE_INFINITY;
  let y1 = Number.NEGATIVE_INFINITY;
  const take = (x: number, y: number) => {
    if (x < x0) x0 = x;
    if (x > x1) x1 = x;
    if (y < y0) y0 = y;
    if (y > y1) y1 = y;
  };
  const holds = (x: number, y: number) => x >= x0 && x <= x1 && y >= y0 && y <= y1;
  for (const c of path.contours) {
    if (c.xy.length >= 2) take(c.xy[0] as number, c.xy[1] as number);
    for (let i = 0; i < segmentCount(c); i++) {
      const k = 6 * i;
      take(c.xy[k + 6] as number, c.xy[k + 7] as number);
      // Only where a handle stands out can the curve.
      if (holds(c.xy[k + 2], c.xy[k + 3]) && holds(c.xy[k + 4], c.xy[k + 5])) continue;
      const s = segmentAt(c, i);
      for (const t of cubicExtremes(s)) {
        const p = cubicPoint(s, t);
        take(p.x, p.y);
      }
    }
  }
  return x0 <= x1 ? { x0, y0, x1, y1 } : null;
}

/** The smallest bounds around both; null stands for nothing. */
export function joinBounds(a: Bounds | null, b: Bounds | null): Bounds | null {
  if (!a) return b;
  if (!b) return a;
  return {
    x0: Math.min(a.x0, b.x0),
    y0: Math.min(a.y0, b.y0),
    x1: Math.max(a.x1, b.x1),
    y1: Math.max(a.y1, b.y1),
  };
}

/** Bounds of a rectangle after an affine map. */
export function transformBounds(b: Bounds, m: Matrix): Bounds {
  const [ax, bx, ay, by] = [m[0] * b.x0, m[0] * b.x1, m[1] * b.x0, m[1] * b.x1];
  const [cx, dx, cy, dy] = [m[2] * b.y0, m[2] * b.y1, m[3] * b.y0, m[3] * b.y1];
  return {
    x0: Math.min(ax, bx) + Math.min(cx, dx) + m[4],
    y0: Math.min(ay, by) + Math.min(cy, dy) + m[5],
    x1: Math.max(ax, bx) + Math.max(cx, dx) + m[4],
    y1: Math.max(ay, by) + Math.max(cy, dy) + m[5],
  };
}

/** The four corners of some bounds, from (x0, y0) along the x axis and round. */
export const boundsCorners = (b: Bounds): [Point, Point, Point, Point] => [
  { x: b.x0, y: b.y0 },
  { x: b.x1, y: b.y0 },
  { x: b.x1, y: b.y1 },
  { x: b.x0, y: b.y1 },
];

/** The rectangle of some bounds as a path. */
export const boundsPath = (b: Bounds): Path => pathOf([polygonContour(boundsCorners(b))]);

export const growBounds = (b: Bounds, by: number): Bounds => ({
  x0: b.x0 - by,
  y0: b.y0 - by,
  x1: b.x1 + by,
  y1: b.y1 + by,
});

export const shiftBounds = (b: Bounds, dx: number, dy: number): Bounds => ({
  x0: b.x0 + dx,
  y0: b.y0 + dy,
  x1: b.x1 + dx,
  y1: b.y1 + dy,
});

/** Bounds out to whole units, and so many more on every side. */
export const wholeBounds = (b: Bounds, more = 0): Bounds => ({
  x0: Math.floor(b.x0) - more,
  y0: Math.floor(b.y0) - more,
  x1: Math.ceil(b.x1) + more,
  y1: Math.ceil(b.y1) + more,
});

/** What two bounds share, or null where that is nothing. */
export function meetBounds(a: Bounds, b: Bounds): Bounds | null {
  const met = {
    x0: Math.max(a.x0, b.x0),
    y0: Math.max(a.y0, b.y0),
    x1: Math.min(a.x1, b.x1),
    y1: Math.min(a.y1, b.y1),
  };
  return met.x1 > met.x0 && met.y1 > met.y0 ? met : null;
}
