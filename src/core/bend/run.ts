import { applyTo, type Matrix } from '../geometry/matrix';
import { type Bounds, boundsMiddle } from '../geometry/path';
import { type Point, turnOf } from '../geometry/vector';
import type { PlaneMap } from './map';

/** The direction a bend runs in over what it is given: places are told along it and across it from the middle. */
export interface Run {
  /** From places along and across to the part's own coordinates. */
  readonly matrix: Matrix;
  /** Half of how long and of how wide the bounds are along and across it. */
  readonly along: number;
  readonly across: number;
}

/** The run over some bounds in a direction, degrees clockwise from rightwards. */
export function runOver(b: Bounds, direction: number): Run {
  const { cos, sin } = turnOf(direction);
  const [w, h] = [(b.x1 - b.x0) / 2, (b.y1 - b.y0) / 2];
  const m = boundsMiddle(b);
  return {
    matrix: [cos, sin, -sin, cos, m.x, m.y],
    along: Math.abs(cos) * w + Math.abs(sin) * h,
    across: Math.abs(sin) * w + Math.abs(cos) * h,
  };
}

/** A place along and across a run, in the part's own coordinates. */
export const placeIn = ({ matrix }: Run, s: number, t: number): Point => applyTo(matrix, { x: s, y: t });

/** How far along and across a run a place of the part lies. */
export function alongRun({ matrix: [cos, sin, , , x, y] }: Run, p: Point): { s: number; t: number } {
  const [dx, dy] = [p.x - x, p.y - y];
  return { s: cos * dx + sin * dy, t: cos * dy - sin * dx };
}

/** Where a place goes, and how that changes along and across: S, T, ∂S/∂s, ∂T/∂s, ∂S/∂t, ∂T/∂t. */
export type RunMap = (s: number, t: number) => readonly [number, number, number, number, number, number];

/** A map told along and across a run, as one of the plane. */
export function mapOverRun(run: Run, map: RunMap): PlaneMap {
  const [cos, sin, , , x0, y0] = run.matrix;
  const within = (x: number, y: number) => {
    const [dx, dy] = [x - x0, y - y0];
    return map(cos * dx + sin * dy, cos * dy - sin * dx);
  };
  return {
    at(x, y) {
      const [s, t] = within(x, y);
      return { x: x0 + cos * s - sin * t, y: y0 + sin * s + cos * t };
    },
    jacobian(x, y) {
      const [, , ss, ts, st, tt] = within(x, y);
      // From the plane to the run, through the map, and back.
      const [ax, ay] = [ss * cos - st * sin, ts * cos - tt * sin];
      const [bx, by] = [ss * sin + st * cos, ts * sin + tt * cos];
      return [cos * ax - sin * ay, sin * ax + cos * ay, cos * bx - sin * by, sin * bx + cos * by];
    },
  };
}
