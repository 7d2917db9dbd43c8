import { applyTo, type Matrix } from '../geometry/matrix';
import { type Bounds, boundsMiddle } from '../geometry/path';
import { type Point, turnOf } from '../geometry/vector';
import { type PlaneMap, planeMap } from './map';

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

/** Writes where a place goes, and how that changes along and across: S, T, ∂S/∂s, ∂T/∂s, ∂S/∂t, ∂T/∂t. */
export type RunFill = (s: number, t: number, out: Float64Array) => void;

/** A map told along and across a run, as one of the plane. */
export function mapOverRun(run: Run, fill: RunFill, more: Omit<PlaneMap, 'fill' | 'at'> = {}): PlaneMap {
  const [cos, sin, , , x0, y0] = run.matrix;
  return planeMap((x, y, out) => {
    const dx = x - x0;
    const dy = y - y0;
    fill(cos * dx + sin * dy, cos * dy - sin * dx, out);
    const s = out[0];
    const t = out[1];
    const ss = out[2];
    const ts = out[3];
    const st = out[4];
    const tt = out[5];
    // From the plane to the run, through the map, and back.
    const ax = ss * cos - st * sin;
    const ay = ts * cos - tt * sin;
    const bx = ss * sin + st * cos;
    const by = ts * sin + tt * cos;
    out[0] = x0 + cos * s - sin * t;
    out[1] = y0 + sin * s + cos * t;
    out[2] = cos * ax - sin * ay;
    out[3] = sin * ax + cos * ay;
    out[4] = cos * bx - sin * by;
    out[5] = sin * bx + cos * by;
  }, more);
}

/** Writes six numbers in turn. */
export function put(
  out: Float64Array,
  s: number,
  t: number,
  ss: number,
  ts: number,
  st: number,
  tt: number,
): void {
  out[0] = s;
  out[1] = t;
  out[2] = ss;
  out[3] = ts;
  out[4] = st;
  out[5] = tt;
}
