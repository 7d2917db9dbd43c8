import { segmentsIn } from '../geometry/count';
import { cubicCurvature, cubicLength, cubicPoint, cubicTangent, isLine } from '../geometry/cubic';
import { type Path, segmentAt, segmentCount } from '../geometry/path';
import { mix, type Point, radians, turnBetween } from '../geometry/vector';

/** Turns of the outline that are corners, radians. */
const cornerTurn = radians(15);

/** A place of an outline that is looked across from. */
export interface BorderPlace {
  readonly x: number;
  readonly y: number;
  /** Into the shape, of length 1. */
  readonly nx: number;
  readonly ny: number;
  readonly contour: number;
  readonly segment: number;
  /** One over the radius of the outline there, where its middle lies inside; negative where it lies outside, 0 at corners. */
  readonly curvature: number;
  /** Length of its contour before it. */
  readonly along: number;
  /** Length of the outline that it stands for. */
  readonly share: number;
  /** How many corners of its contour lie before it; half a one where it is a corner itself. */
  readonly corners: number;
  /** Whether a corner lies between it and the place before. */
  readonly afterCorner: boolean;
}

/** The direction of length 1 at a share of the way from one to another. */
function between(a: Point, b: Point, t: number): Point {
  const d = mix(a, b, t);
  const l = Math.hypot(d.x, d.y) || 1;
  return { x: d.x / l, y: d.y / l };
}

/** Places of an outline in order, and how many corners each contour has. */
export interface Border {
  readonly places: readonly BorderPlace[];
  /** For each contour how many corners lie before the inside of each of its segments, and in the end how many there are. */
  readonly corners: readonly (readonly number[])[];
  /** For each contour how long it is before each of its segments, and in the end how long all of it is. */
  readonly lengths: readonly (readonly number[])[];
}

/** Places that a segment gets at least, a straight one and a curve, where there are few and where there are many. */
const fewest = { few: { line: 3, curve: 5 }, many: { line: 1, curve: 2 } } as const;

/** Directions in which it is looked from a corner. */
const fan = 5;

/**
 * Even places along a clean path (outlines clockwise on screen, holes against it), about `most` of them; ends of segments only
 * where they are corners that stand out into what is looked across, `inside` the path or outside.
 */
export function borderOf(path: Path, most: number, inside: boolean): Border {
  const lengths = path.contours.map((c) =>
    Array.from({ length: segmentCount(c) }, (_, i) => cubicLength(segmentAt(c, i))),
  );
  const whole = lengths.flat().reduce((a, b) => a + b, 0);
  const every = whole / most || 1;
  const least = 4 * segmentsIn([path]) > most ? fewest.many : fewest.few;
  const places: BorderPlace[] = [];
  const corners: number[][] = [];
  const ends: number[][] = [];
  path.contours.forEach((c, contour) => {
    const n = segmentCount(c);
    let before = 0;
    let along = 0;
    const counts: number[] = [];
    const starts: number[] = [];
    for (let segment = 0; segment < n; segment++) {
      const s = segmentAt(c, segment);
      const length = lengths[contour][segment];
      counts[segment] = before;
      starts[segment] = along;
      if (!(length > 0)) continue;
      const last = cubicTangent(segmentAt(c, (segment + n - 1) % n), 1);
      const begins = cubicTangent(s, 0);
      const turn = turnBetween(last, begins);
      const corner = Math.abs(turn) > cornerTurn;
      if (corner && turn < 0 === inside)
        for (let k = 0; k < fan; k++) {
          const { x: nx, y: ny } = between(last, begins, (k + 0.5) / fan);
          places.push({
            x: s[0],
            y: s[1],
            nx: -ny,
            ny: nx,
            contour,
            segment,
            curvature: 0,
            along,
            share: 0,
            corners: before + 0.5,
            afterCorner: true,
          });
        }
      if (corner) before++;
      counts[segment] = before;
      const count = Math.max(isLine(s) ? least.line : least.curve, Math.round(length / every));
      for (let k = 0; k < count; k++) {
        const t = (k + 0.5) / count;
        const p = cubicPoint(s, t);
        const d = cubicTangent(s, t);
        places.push({
          // One by one: to spread a record and to add to it takes ten times as long.
          x: p.x,
          y: p.y,
          nx: -d.y,
          ny: d.x,
          contour,
          segment,
          curvature: cubicCurvature(s, t),
          along: along + ((k + 0.5) * length) / count,
          share: length / count,
          corners: before,
          afterCorner: corner && k === 0,
        });
      }
      along += length;
    }
    corners.push([...counts, before]);
    ends.push([...starts, along]);
  });
  return { places, corners, lengths: ends };
}
