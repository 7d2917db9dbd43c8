import { type Cubic, isLine, splitCubic } from '../geometry/cubic';
import { type EdgeOrigin, type Path, segmentAt, segmentCount } from '../geometry/path';

/** One source curve, with the vertices that lie on it in the order of their parameters. */
export interface Curve {
  readonly cubic: Cubic;
  readonly line: boolean;
  readonly shape: number;
  readonly contour: number;
  readonly segment: number;
  readonly origin: EdgeOrigin | null;
  /** The next curve of the contour, or −1 at an open end. */
  next: number;
  start: number;
  end: number;
  ts: number[];
  vs: number[];
}

/** A cubic that turns by over half a turn may cross itself. */
function mayLoop(s: Cubic): boolean {
  if (isLine(s)) return false;
  const turn = (ax: number, ay: number, bx: number, by: number) =>
    Math.abs(Math.atan2(ax * by - ay * bx, ax * bx + ay * by));
  const a = turn(s[2] - s[0], s[3] - s[1], s[4] - s[2], s[5] - s[3]);
  const b = turn(s[4] - s[2], s[5] - s[3], s[6] - s[4], s[7] - s[5]);
  return a + b > 3.1;
}

/** A cubic cut in halves until no piece can cross itself; a cusp is narrowed down to a speck. */
function withoutLoops(cubic: Cubic, own: EdgeOrigin, depth = 0): { cubic: Cubic; own: EdgeOrigin }[] {
  if (depth === 8 || !mayLoop(cubic)) return [{ cubic, own }];
  const mid = (own.t0 + own.t1) / 2;
  const [p, q] = splitCubic(cubic, 0.5);
  return [
    ...withoutLoops(p, { ...own, t1: mid }, depth + 1),
    ...withoutLoops(q, { ...own, t0: mid }, depth + 1),
  ];
}

/** A stretch of a contour, before it is a curve among others. */
interface Stretch {
  readonly cubic: Cubic;
  readonly segment: number;
  readonly origin: EdgeOrigin | null;
}

const runsBack = (a: Cubic, b: Cubic): boolean =>
  [0, 2, 4, 6].every((i) => a[i] === b[6 - i] && a[i + 1] === b[7 - i]);

/**
 * A closed run without stretches that go out and back the very same way. They enclose nothing; left in, one that is nearly as
 * short as places may lie apart would take the place of the corner that it stands on.
 */
function withoutReversals(run: readonly Stretch[]): Stretch[] {
  const out: Stretch[] = [];
  for (const s of run) {
    const last = out[out.length - 1];
    if (last && runsBack(last.cubic, s.cubic)) out.pop();
    else out.push(s);
  }
  // Across the joint of the run as well.
  let from = 0;
  let to = out.length;
  while (to - from >= 2 && runsBack(out[to - 1].cubic, out[from].cubic)) {
    from++;
    to--;
  }
  return out.slice(from, to);
}

/**
 * The curves of all paths, with the members of each contour. Open contours are closed by a straight
 * curve that has no origin, or, where `openEnds` says so, left open.
 */
export function collectCurves(
  paths: readonly Path[],
  openEnds: boolean,
): { curves: Curve[]; contours: number[][][] } {
  const curves: Curve[] = [];
  const contours = paths.map((path, shape) =>
    path.contours.map((c, contour) => {
      const run: Stretch[] = [];
      const push = (cubic: Cubic, segment: number, origin: EdgeOrigin | null) =>
        run.push({ cubic, segment, origin });
      for (let segment = 0; segment < segmentCount(c); segment++) {
        const cubic = segmentAt(c, segment);
        const own: EdgeOrigin = c.origins?.[segment] ?? {
          part: String(shape),
          contour,
          segment,
          t0: 0,
          t1: 1,
        };
        for (const piece of withoutLoops(cubic, own)) push(piece.cubic, segment, piece.own);
      }
      const n = c.xy.length;
      const open = openEnds && !c.closed;
      if (!open && n > 2 && (c.xy[0] !== c.xy[n - 2] || c.xy[1] !== c.xy[n - 1])) {
        const [x0, y0, x1, y1] = [c.xy[n - 2], c.xy[n - 1], c.xy[0], c.xy[1]];
        push([x0, y0, x0, y0, x1, y1, x1, y1], segmentCount(c), null);
      }
      const members = (openEnds ? run : withoutReversals(run)).map(({ cubic, segment, origin }) => {
        const line = isLine(cubic);
        const own = { cubic, line, shape, contour, segment, origin };
        return curves.push({ ...own, next: -1, start: -1, end: -1, ts: [], vs: [] }) - 1;
      });
      members.forEach((m, i) => {
        curves[m].next = open && i + 1 === members.length ? -1 : members[(i + 1) % members.length];
      });
      return members;
    }),
  );
  return { curves, contours };
}
