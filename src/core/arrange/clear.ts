import { type Cubic, splitCubic } from '../geometry/cubic';
import { containsPoint, contourArea } from '../geometry/measure';
import { type Bounds, type Contour, hullBounds, pathBounds, segmentsOf } from '../geometry/path';

/** How far apart curves must lie to be told apart, as a share of their contours' size. */
const clearance = 4e-6;

/** How often two curves that lie side by side are halved to tell them apart. */
const deepest = 8;

/** Range of a cubic's control points along a direction. */
function range(s: Cubic, ux: number, uy: number): [number, number] {
  let lo = Number.POSITIVE_INFINITY;
  let hi = Number.NEGATIVE_INFINITY;
  for (let i = 0; i < 8; i += 2) {
    const v = s[i] * ux + s[i + 1] * uy;
    if (v < lo) lo = v;
    if (v > hi) hi = v;
  }
  return [lo, hi];
}

function apartAlong(a: Cubic, b: Cubic, ux: number, uy: number, gap: number): boolean {
  const [a0, a1] = range(a, ux, uy);
  const [b0, b1] = range(b, ux, uy);
  return a0 > b1 + gap || b0 > a1 + gap;
}

/** Whether a line across a cubic's chord keeps the two apart. */
function apartBeside(a: Cubic, b: Cubic, gap: number): boolean {
  const [x, y] = [a[6] - a[0], a[7] - a[1]];
  const length = Math.hypot(x, y);
  return length > 0 && apartAlong(a, b, -y / length, x / length, gap);
}

/** Whether two cubics keep a gap between them, as far as their control points can tell. */
function areApart(a: Cubic, b: Cubic, gap: number, depth = 0): boolean {
  if (apartAlong(a, b, 1, 0, gap) || apartAlong(a, b, 0, 1, gap)) return true;
  if (apartBeside(a, b, gap) || apartBeside(b, a, gap)) return true;
  if (depth >= deepest) return false;
  const size = (s: Cubic) => Math.hypot(s[6] - s[0], s[7] - s[1]);
  const [long, short] = size(a) > size(b) ? [a, b] : [b, a];
  const [p, q] = splitCubic(long, 0.5);
  return areApart(p, short, gap, depth + 1) && areApart(q, short, gap, depth + 1);
}

/** Whether a cubic only ever goes forward along a direction, but for less than `least`. */
function goesAlong(s: Cubic, ux: number, uy: number, least: number): boolean {
  for (let i = 0; i < 6; i += 2) {
    const [x, y] = [s[i + 2] - s[i], s[i + 3] - s[i + 1]];
    // At right angles it may begin and end: what comes between still goes forward.
    const size = Math.abs(x) + Math.abs(y);
    if (size > least && !(x * ux + y * uy > -1e-12 * size)) return false;
  }
  return true;
}

/** The direction of a cubic's chord, of length 1; null for one that is hardly there. */
function chordOf(s: Cubic, least: number): [number, number] | null {
  const [x, y] = [s[6] - s[0], s[7] - s[1]];
  const length = Math.hypot(x, y);
  return length > least ? [x / length, y / length] : null;
}

/** Whether a closed run of cubics has no loop in any of them, nor between two that follow each other. */
function runsOn(cubics: readonly Cubic[], least: number): boolean {
  if (cubics.length < 3) return false;
  const chords = cubics.map((s) => chordOf(s, least));
  return cubics.every((s, i) => {
    const k = (i + 1) % cubics.length;
    const [u, v] = [chords[i], chords[k]];
    if (!u || !v) return false;
    const [x, y] = [u[0] + v[0], u[1] + v[1]];
    // What only goes forward along one direction does not come back to where it was.
    return goesAlong(s, x, y, least) && goesAlong(cubics[k], x, y, least);
  });
}

interface Piece {
  readonly cubic: Cubic;
  readonly box: Bounds;
  readonly contour: number;
  readonly place: number;
  readonly count: number;
}

const areNeighbours = (a: Piece, b: Piece): boolean => {
  const apart = Math.abs(a.place - b.place);
  return a.contour === b.contour && (apart === 1 || apart === a.count - 1);
};

function crossNowhere(lists: readonly (readonly Cubic[])[], gap: number): boolean {
  const pieces = lists.flatMap((cubics, contour) =>
    cubics.map((cubic, place): Piece => {
      return { cubic, box: hullBounds(cubic), contour, place, count: cubics.length };
    }),
  );
  pieces.sort((a, b) => a.box.x0 - b.box.x0);
  for (const [i, a] of pieces.entries())
    for (let k = i + 1; k < pieces.length && pieces[k].box.x0 <= a.box.x1 + gap; k++) {
      const b = pieces[k];
      if (b.box.y0 > a.box.y1 + gap || a.box.y0 > b.box.y1 + gap || areNeighbours(a, b)) continue;
      if (!areApart(a.cubic, b.cubic, gap)) return false;
    }
  return true;
}

const within = (inner: Contour, outer: Contour, gap: number): boolean =>
  containsPoint({ contours: [outer], fillRule: 'nonzero' }, { x: inner.xy[0], y: inner.xy[1] }, gap);

/**
 * Whether closed contours are outlines, and holes in one of them each, none of which crosses or nearly touches itself
 * or another: a union would leave them as they are. False as well where that cannot be told cheaply.
 */
export function isClear(contours: readonly Contour[]): boolean {
  const box = pathBounds({ contours, fillRule: 'nonzero' });
  if (!box || !contours.every((c) => c.closed)) return false;
  const gap = clearance * Math.max(box.x1 - box.x0, box.y1 - box.y0);
  const lists = contours.map(segmentsOf);
  if (!lists.every((cubics) => runsOn(cubics, gap)) || !crossNowhere(lists, gap)) return false;
  const isOutline = contours.map((c) => contourArea(c) > 0);
  return contours.every((c, i) => {
    const around = contours.flatMap((o, k) => (o !== c && within(c, o, gap) ? [isOutline[k]] : []));
    return isOutline[i] ? !around.length : around.length === 1 && around[0];
  });
}
