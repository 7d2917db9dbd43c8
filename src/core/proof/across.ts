import { areasOf } from '../arrange/separate';
import { spend } from '../geometry/budget';
import { segmentsIn } from '../geometry/count';
import { type Cubic, cubicCurvature, cubicPoint, nearestOnCubic } from '../geometry/cubic';
import { pathLength } from '../geometry/measure';
import { type Path, pathBounds, segmentAt, segmentCount } from '../geometry/path';
import { distance, type Point, radians } from '../geometry/vector';
import { Reaches } from '../nearest/reach';
import { type Border, type BorderPlace, borderOf } from './border';

/** Two places of an outline that face each other, and how far apart they are. */
export interface Across {
  readonly size: number;
  readonly from: Point;
  readonly to: Point;
}

/** How wide an outline is along itself. */
export interface Widths {
  /** Where it is narrowest; null where nothing faces anything. */
  readonly narrowest: Across | null;
  /** The widths that there are, each with the length of outline it is found along. */
  readonly spread: readonly { readonly size: number; readonly length: number }[];
}

/** Places that an outline is looked across from, where nothing else is asked for. */
const mostPlaces = 1500;
/** Those of one area at least. */
const fewestPlaces = 40;
/** Segments that an outline may have to be looked across. */
const mostSegments = 4000;
/** Differences of widths that are none before they are followed, as a share of the size of all. */
const exactness = 1e-6;
/** Places face each other where a circle between them touches them at least this far apart, as seen from its middle. */
const facing = Math.cos(radians(120));
/** Near an end sides face each other where they are more nearly parallel than this: else they run out to a blunt point. */
const facingAtEnd = Math.cos(radians(160));
/** An end is near where the outline goes round it in so many times the width. */
const nearEnd = 4;
/** What is touched has jumped where it moved so many times as far as the place it is seen from. */
const jump = 5;

interface SegmentAddress {
  readonly contour: number;
  readonly segment: number;
}

/** What lies across from a place. */
interface Seen {
  readonly place: BorderPlace;
  readonly size: number;
  readonly to: Point;
  /** The contour and the segment that lies on. */
  readonly on: SegmentAddress;
  /** Whether it faces the place, and no point of the outline runs out between the two. */
  readonly faces: boolean;
}

function lookAcross(path: Path, border: Border, size: number, inside: boolean): Seen[] {
  const reaches = new Reaches(path, size, exactness);
  const sign = inside ? 1 : -1;
  return border.places.map((place) => {
    const [nx, ny] = [sign * place.nx, sign * place.ny];
    const on = reaches.at(place.x, place.y, nx, ny, size);
    const { radius, partner, x, y } = on;
    const to = { x, y };
    if (partner < 0 || !(radius > 0)) return { place, size: 2 * radius, to, on, faces: false };
    const [mx, my] = [place.x + radius * nx, place.y + radius * ny];
    const cos = ((place.x - mx) * (x - mx) + (place.y - my) * (y - my)) / (radius * radius);
    const needed = goesRound(place, on, border, nearEnd * 2 * radius) ? facingAtEnd : facing;
    return { place, size: 2 * radius, to, on, faces: cos < needed && !runsOut(place, on, border) };
  });
}

/** Whether the outline leads from a place to a segment of the same contour within a length, and by its shorter third. */
function goesRound(a: BorderPlace, b: SegmentAddress, { lengths }: Border, within: number): boolean {
  if (a.contour !== b.contour) return false;
  const starts = lengths[a.contour];
  const whole = starts[starts.length - 1];
  const [from, to] = [starts[b.segment], starts[b.segment + 1]];
  // From the place on to where the segment begins, or back to where it ends.
  const on = (from - a.along + whole) % whole;
  const back = (a.along - to + whole) % whole;
  return Math.min(on, back) < Math.min(within, whole / 3);
}

/** Whether just one corner lies between a place and a segment of its contour: there the outline runs out to a point. */
function runsOut(a: BorderPlace, b: SegmentAddress, { corners }: Border): boolean {
  if (a.contour !== b.contour) return false;
  const counts = corners[a.contour];
  const between = Math.abs(a.corners - counts[b.segment]);
  return between === 1 || counts[counts.length - 1] - between === 1;
}

/** Whether what is seen from a place grows no narrower toward a neighbour, or breaks off there. */
function noNarrower(here: Seen, next: Seen | undefined, cornerBetween: boolean): boolean {
  if (!next || next.place.contour !== here.place.contour || cornerBetween) return true;
  if (next.faces) return next.size >= here.size * (1 - 1e-9);
  return distance(next.to, here.to) > jump * distance(next.place, here.place);
}

/** The segment that a place lies on and its neighbours, by their numbers, without those of another place. */
function about(path: Path, { contour, segment }: SegmentAddress, other: SegmentAddress): Cubic[] {
  const c = path.contours[contour];
  const n = segmentCount(c);
  const numbers = (at: number) => [(at + n - 1) % n, at, (at + 1) % n];
  const others = new Set(contour === other.contour ? numbers(other.segment) : []);
  const own = numbers(segment).filter((i) => i === segment || !others.has(i));
  return own.map((i) => segmentAt(c, i));
}

/** The distance from a place to the box of a segment’s handles: none of it is nearer. */
function toHandles(s: Cubic, { x, y }: Point): number {
  const dx = Math.max(Math.min(s[0], s[2], s[4], s[6]) - x, 0, x - Math.max(s[0], s[2], s[4], s[6]));
  const dy = Math.max(Math.min(s[1], s[3], s[5], s[7]) - y, 0, y - Math.max(s[1], s[3], s[5], s[7]));
  return Math.hypot(dx, dy);
}

function nearestOf(pieces: readonly Cubic[], p: Point): Point {
  let best = p;
  let least = Number.POSITIVE_INFINITY;
  for (const s of pieces) {
    if (toHandles(s, p) >= least) continue;
    const { t, distance: d } = nearestOnCubic(s, p);
    if (d < least) [best, least] = [cubicPoint(s, t), d];
  }
  return best;
}

/** Whether an outline bends so far round what it faces that all of it near a place is nearer to that than the place itself. */
const bendsRound = (curvature: number, size: number, inside: boolean): boolean =>
  (inside ? curvature : -curvature) * size > 1;

/** From two places that face each other to where their stretches of outline are nearest, each going to the other in turn. */
function closed(path: Path, { place, size, to, on }: Seen, inside: boolean): Across {
  const met: Across = { size, from: { x: place.x, y: place.y }, to };
  const other = segmentAt(path.contours[on.contour], on.segment);
  const bend = cubicCurvature(other, nearestOnCubic(other, to).t);
  if (bendsRound(place.curvature, size, inside) || bendsRound(bend, size, inside)) return met;
  const [near, far] = [about(path, place, on), about(path, on, place)];
  let { from } = met;
  let end: Point = to;
  let gap = size;
  for (let k = 0; k < 40; k++) {
    from = nearestOf(near, end);
    end = nearestOf(far, from);
    const next = distance(from, end);
    if (gap - next < 1e-9 * size) break;
    gap = next;
  }
  const reached = distance(from, end);
  // Stretches that meet farther on are no neck.
  return reached > size / 2 ? { size: reached, from, to: end } : met;
}

/** The largest circle that a place of an area is touched by from inside: how wide what has no two sides is. */
function broadest(seen: readonly Seen[]): Across | null {
  const best = seen.reduce<Seen | null>((a, b) => (a && a.size >= b.size ? a : b), null);
  if (!best || !(best.size > 0)) return null;
  const { place, size } = best;
  return {
    size,
    from: { x: place.x, y: place.y },
    to: { x: place.x + size * place.nx, y: place.y + size * place.ny },
  };
}

function necksOf(path: Path, seen: readonly Seen[], inside: boolean): Across[] {
  const ends = seen.filter((here, i) => {
    if (!here.faces) return false;
    const next = seen[i + 1];
    return (
      noNarrower(here, seen[i - 1], here.place.afterCorner) &&
      noNarrower(here, next, next?.place.afterCorner ?? false)
    );
  });
  const least = Math.min(...ends.map((s) => s.size));
  // Only what may still come to be the narrowest is followed.
  return ends
    .filter((s) => s.size <= 1.5 * least)
    .sort((a, b) => a.size - b.size)
    .slice(0, 24)
    .map((s) => closed(path, s, inside));
}

const narrowestOf = (all: readonly Across[]): Across | null =>
  all.reduce<Across | null>((a, b) => (a && a.size <= b.size ? a : b), null);

/** Share of the places of a contour, the shares of all that are seen from it. */
const spreadOf = (seen: readonly Seen[]): Widths['spread'] =>
  seen.filter((s) => s.faces).map((s) => ({ size: s.size, length: s.place.share }));

/** @throws WorkFault where an outline is too fine to be looked across. */
const affordWidths = (path: Path): void =>
  spend(segmentsIn([path]), mostSegments, 'Not measured: the outline has', 'segments; it may have');

/**
 * How wide a clean path is: the circles that touch it twice from inside, which are those of its medial axis (Blum 1967), where they
 * touch what faces one another. A part that runs out to a point is not counted where it does; an area without two sides is as
 * wide as the largest circle in it. Lengths are the path’s.
 * @param most about how many places are looked across from; the narrowest that is found is followed to where it is exact
 * @throws WorkFault where the path has too many segments.
 */
export function strokeWidths(path: Path, most = mostPlaces): Widths {
  affordWidths(path);
  const found: Across[] = [];
  const spread: Widths['spread'][number][] = [];
  const b = pathBounds(path);
  if (!b) return { narrowest: null, spread };
  const all = areasOf(path);
  const around = all.map(pathLength);
  const whole = around.reduce((sum, l) => sum + l, 0);
  for (const [i, area] of all.entries()) {
    const places = Math.max(fewestPlaces, (most * around[i]) / whole);
    const own = pathBounds(area);
    if (!own) continue;
    const size = Math.hypot(own.x1 - own.x0, own.y1 - own.y0);
    const border = borderOf(area, places, true);
    const seen = lookAcross(area, border, size, true);
    const necks = necksOf(area, seen, true);
    const narrowest = narrowestOf(necks) ?? broadest(seen);
    if (!narrowest) continue;
    found.push(narrowest);
    spread.push(...spreadOf(seen));
  }
  return { narrowest: narrowestOf(found), spread };
}

/**
 * How wide the gaps of a clean path are: between its areas, in its holes and in what its outline leaves open.
 * @param most about how many places are looked across from
 * @throws WorkFault where the path has too many segments.
 */
export function gapWidths(path: Path, most = mostPlaces): Widths {
  affordWidths(path);
  const b = pathBounds(path);
  if (!b) return { narrowest: null, spread: [] };
  const size = Math.hypot(b.x1 - b.x0, b.y1 - b.y0);
  const border = borderOf(path, most, false);
  const seen = lookAcross(path, border, size, false);
  return {
    narrowest: narrowestOf(necksOf(path, seen, false)),
    spread: spreadOf(seen),
  };
}
