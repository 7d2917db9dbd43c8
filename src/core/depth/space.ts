import { type PlaneMap, planeMap } from '../bend/map';
import { put } from '../bend/run';
import { angle, type Field, place, size, toggle, unless } from '../document/fields';
import type { Handle } from '../document/handles';
import { WorkFault } from '../geometry/budget';
import { type Homography, homographyOf, invertProjection, project, projected } from '../geometry/homography';
import { translation } from '../geometry/matrix';
import {
  type Bounds,
  boundsCorners,
  boundsMiddle,
  emptyPath,
  growBounds,
  type Path,
  pathOf,
  polygonContour,
} from '../geometry/path';
import type { Spin } from '../geometry/spin';
import { degrees, type Point, turnOf } from '../geometry/vector';

/** How a plane is turned in space, degrees, and from where it is seen. */
export interface Turn {
  /** The upper side leans away. */
  readonly tilt: number;
  /** The right side goes away. */
  readonly swing: number;
  /** Clockwise. */
  readonly roll: number;
  /** Whether what is farther off is no smaller. */
  readonly parallel: boolean;
  /** How far in front of the pivot the eye is. */
  readonly distance: number;
  readonly pivotX: number;
  readonly pivotY: number;
}

export const turnFields: readonly Field[] = [
  angle('tilt', 'Tilt', 'How far the upper side leans away.', -360, 360),
  angle('swing', 'Swing', 'How far the right side goes away.', -360, 360),
  angle('roll', 'Roll', 'Clockwise, in the plane of the picture.', -360, 360),
  toggle('parallel', 'Without perspective', 'Whether what is farther off is no smaller.'),
  unless(
    'parallel',
    true,
    size('distance', 'Eye', 'How far off the eye is: the nearer, the stronger the perspective.'),
  ),
  ...place('pivotX', 'pivotY', 'Pivot', 'The point that it turns about.'),
];

export const turnDefaults: Turn = {
  tilt: 0,
  swing: 35,
  roll: 0,
  parallel: false,
  distance: 1200,
  pivotX: 0,
  pivotY: 0,
};

/** Less of a face than this, seen from its edge, is none. */
const edgeOn = 1e-4;
/** Nearer to the eye than this share of its distance from the pivot nothing is drawn. */
const nearest = 0.02;

/** x points to the right, y downwards, z toward the eye. */
export function spinOf({ tilt, swing, roll }: Turn): Spin {
  const [a, b, c] = [turnOf(tilt), turnOf(swing), turnOf(roll)];
  // Each axis tilted and swung, then rolled.
  const rolled = (x: number, y: number): [number, number] => [x * c.cos - y * c.sin, x * c.sin + y * c.cos];
  const [xx, yx] = rolled(b.cos, 0);
  const [xy, yy] = rolled(a.sin * b.sin, a.cos);
  const [xz, yz] = rolled(a.cos * b.sin, -a.sin);
  return [xx, xy, xz, yx, yy, yz, -b.sin, a.sin * b.cos, a.cos * b.cos];
}

/** How far off the eye is: at no end where there is no perspective. */
export const eyeOf = ({ parallel, distance }: Turn): number =>
  parallel || !(distance > 0) ? Number.POSITIVE_INFINITY : distance;

/**
 * From a plane `z` in front of the part's own to its picture: turned about the pivot, seen by an eye in front of that. Null
 * where the plane is seen from its edge.
 */
export function turnedPlane(t: Turn, z = 0): Homography | null {
  const [xx, xy, xz, yx, yy, yz, zx, zy, zz] = spinOf(t);
  if (Math.abs(xx * yy - xy * yx) < edgeOn) return null;
  const d = eyeOf(t);
  const about: Homography = [xx, xy, xz * z, yx, yy, yz * z, -zx / d, -zy / d, 1 - (zz * z) / d];
  const there = homographyOf(translation(t.pivotX, t.pivotY));
  const back = homographyOf(translation(-t.pivotX, -t.pivotY));
  return project(there, project(about, back));
}

/** What of some bounds lies in front of the eye, as a path; null where all of it does. */
function inFront([, , , , , , g, h, i]: Homography, b: Bounds): Path | null {
  const depth = (p: Point) => g * p.x + h * p.y + i - nearest;
  const corners = boundsCorners(growBounds(b, 1));
  if (corners.every((p) => depth(p) >= 0)) return null;
  // Sutherland & Hodgman 1974, for one edge.
  const kept = corners.flatMap((p, k) => {
    const q = corners[(k + 1) % 4];
    const [dp, dq] = [depth(p), depth(q)];
    const own = dp >= 0 ? [p] : [];
    if (dp >= 0 === dq >= 0) return own;
    const s = dp / (dp - dq);
    return [...own, { x: p.x + (q.x - p.x) * s, y: p.y + (q.y - p.y) * s }];
  });
  return kept.length > 2 ? pathOf([polygonContour(kept)]) : emptyPath;
}

/** A projective map as one that bends: exact for paints, and cut where it would pass behind the eye. */
export function projectiveMap(m: Homography): PlaneMap {
  const [a, b, , d, e, , g, h, i] = m;
  return planeMap(
    (x, y, out) => {
      const w = g * x + h * y + i;
      const p = projected(m, { x, y });
      put(out, p.x, p.y, (a - g * p.x) / w, (d - g * p.y) / w, (b - h * p.x) / w, (e - h * p.y) / w);
    },
    { homography: m, within: (bounds) => inFront(m, bounds) },
  );
}

/** Radius of the ball that turns things within bounds. */
const ballOf = (b: Bounds): number => Math.max(20, Math.min(b.x1 - b.x0, b.y1 - b.y0) * 0.4);

/** The ball: its pole leans as the plane does, its rim rolls it; and the pivot in its middle. */
export function turnHandles(t: Turn, bounds: Bounds): Handle[] {
  const r = ballOf(bounds);
  const [a, b, c] = [turnOf(t.tilt), turnOf(t.swing), turnOf(t.roll)];
  const from = { x: t.pivotX, y: t.pivotY };
  return [
    {
      id: 'roll',
      sets: ['roll'],
      x: from.x + r * c.sin,
      y: from.y - r * c.cos,
      circle: { ...from, r },
      small: true,
    },
    { id: 'pivot', sets: ['pivotX', 'pivotY'], ...from, small: true },
    { id: 'ball', sets: ['swing', 'tilt'], x: from.x + r * a.cos * b.sin, y: from.y - r * a.sin, from },
  ];
}

export function turnDrag(t: Turn, handle: string, to: Point, bounds: Bounds): Partial<Turn> {
  if (handle === 'pivot') return { pivotX: to.x, pivotY: to.y };
  const r = ballOf(bounds);
  const [x, y] = [(to.x - t.pivotX) / r, (to.y - t.pivotY) / r];
  if (handle === 'roll') return { roll: Math.round(degrees(Math.atan2(x, -y))) };
  const clamp = (v: number) => Math.min(1, Math.max(-1, v));
  const tilt = Math.asin(clamp(-y));
  const across = Math.cos(tilt);
  const swing = across > 1e-6 ? Math.asin(clamp(x / across)) : 0;
  // No −0 in a field.
  return { tilt: Math.round(degrees(tilt)) + 0, swing: Math.round(degrees(swing)) + 0 };
}

/** The pivot in the middle of what is turned, the eye three times as far off as that is large. */
export const turnSuited = (b: Bounds): Partial<Turn> => ({
  pivotX: boundsMiddle(b).x,
  pivotY: boundsMiddle(b).y,
  distance: Math.max(10, Math.round(3 * Math.max(b.x1 - b.x0, b.y1 - b.y0))),
});

/** Whether a plane's map can be undone: it lies neither edge-on nor beyond all numbers. */
export const isSeen = (m: Homography | null): m is Homography => m !== null && invertProjection(m) !== null;

/** The map of a turn. @throws WorkFault where the plane is seen from its edge. */
export function turnMap(t: Turn): PlaneMap {
  const plane = turnedPlane(t);
  if (!isSeen(plane)) throw new WorkFault('Seen from its edge there is nothing of it.');
  return projectiveMap(plane);
}
