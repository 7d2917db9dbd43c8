import type { Rgba } from '../colour/colour';
import type { ColourStop } from '../colour/gradient';
import { type Cubic, cubicPoint, isLine } from '../geometry/cubic';
import type { Homography } from '../geometry/homography';
import type { Point } from '../geometry/vector';
import type { GradientPaint, ScenePaint } from '../scene/types';
import { farPoint, type Side } from './side';

/** How far a colour between two stops may lie from its true one: half a step of 8 bits. */
const enough = 0.5 / 255;
/** How often a stretch between stops is halved at most. */
const mostHalvings = 9;

/** Where the lines that lead a side to its far end meet, or null where they run alongside. */
function vanishingOf({ edge, far }: Side): Point | null {
  const [ax, ay] = [far[0] - edge[0], far[1] - edge[1]];
  const [bx, by] = [far[6] - edge[6], far[7] - edge[7]];
  const [ex, ey] = [edge[6] - edge[0], edge[7] - edge[1]];
  const cross = ax * by - ay * bx;
  if (Math.abs(cross) <= 1e-9 * Math.hypot(ax, ay) * Math.hypot(bx, by)) return null;
  const k = (ex * by - ey * bx) / cross;
  return { x: edge[0] + k * ax, y: edge[1] + k * ay };
}

/** Places across a side, 0 where its edge begins and 1 where it ends: each is a line toward the far end. */
interface Frame {
  at(p: Point): number;
  /** From places across and along to the side’s own coordinates. */
  readonly map: { readonly matrix: GradientPaint['matrix'] } | { readonly homography: Homography };
}

/** @returns null for a side that is seen from its edge, and covers nothing. */
function frameOf(side: Side): Frame | null {
  const { edge, far } = side;
  const v = vanishingOf(side);
  if (!v) {
    const [dx, dy] = [far[0] - edge[0], far[1] - edge[1]];
    const long = Math.hypot(dx, dy);
    const [nx, ny] = [-dy / long, dx / long];
    const width = (edge[6] - edge[0]) * nx + (edge[7] - edge[1]) * ny;
    if (!(Math.abs(width) > 0) || !Number.isFinite(1 / width)) return null;
    return {
      at: (p) => ((p.x - edge[0]) * nx + (p.y - edge[1]) * ny) / width,
      map: { matrix: [nx * width, ny * width, dx, dy, edge[0], edge[1]] },
    };
  }
  const from = { x: edge[0] - v.x, y: edge[1] - v.y };
  const to = { x: edge[6] - v.x, y: edge[7] - v.y };
  const [lf, lt] = [Math.hypot(from.x, from.y), Math.hypot(to.x, to.y)];
  let [mx, my] = [from.x / lf + to.x / lt, from.y / lf + to.y / lt];
  const l = Math.hypot(mx, my);
  if (!(l > 0)) return null;
  [mx, my] = [mx / l, my / l];
  // The tangent of the angle from the side's middle line: a ratio of two affine sums.
  const slope = (x: number, y: number) => (-my * x + mx * y) / (mx * x + my * y);
  const first = slope(from.x, from.y);
  const span = slope(to.x, to.y) - first;
  if (!(Math.abs(span) > 1e-15)) return null;
  return {
    at: (p) => (slope(p.x - v.x, p.y - v.y) - first) / span,
    map: {
      homography: [-my * span, v.x, mx - my * first, mx * span, v.y, my + mx * first, 0, 1, 0],
    },
  };
}

/** Stops where a colour along an edge asks for them: between two it is even to half a step of 8 bits. */
function stopsAlong(edge: Cubic, frame: Frame, colour: (t: number) => Rgba): ColourStop[] {
  const stop = (t: number): ColourStop => ({
    at: t === 0 ? 0 : t === 1 ? 1 : Math.min(1, Math.max(0, frame.at(cubicPoint(edge, t)))),
    colour: colour(t),
  });
  const out: ColourStop[] = [];
  const fits = (a: ColourStop, b: ColourStop, m: ColourStop) => {
    const u = b.at > a.at ? (m.at - a.at) / (b.at - a.at) : 0;
    for (let k = 0; k < 4; k++)
      if (Math.abs(a.colour[k] + (b.colour[k] - a.colour[k]) * u - m.colour[k]) > enough) return false;
    return true;
  };
  const halve = (t0: number, a: ColourStop, m: ColourStop, t1: number, b: ColourStop, depth: number) => {
    const t = (t0 + t1) / 2;
    const p = stop((t0 + t) / 2);
    const q = stop((t + t1) / 2);
    // A side that begins like a root is looked at once more at least.
    if ((depth > 0 && fits(a, b, p) && fits(a, b, m) && fits(a, b, q)) || depth >= mostHalvings) {
      out.push(b);
      return;
    }
    halve(t0, a, p, t, m, depth + 1);
    halve(t, m, q, t1, b, depth + 1);
  };
  const [first, last] = [stop(0), stop(1)];
  out.push(first);
  halve(0, first, stop(0.5), 1, last, 0);
  return out;
}

/**
 * The paint of a side whose colour depends on the place of its edge alone: every line toward the far end has one. Along a
 * direction a linear gradient across says it exactly, toward a vanishing point one that recedes.
 * `turns` tells whether that changes at all.
 */
export function acrossSide(side: Side, colour: (t: number) => Rgba, turns = !isLine(side.edge)): ScenePaint {
  if (!turns) return { kind: 'solid', colour: colour(0.5) };
  const frame = frameOf(side);
  if (!frame) return { kind: 'solid', colour: colour(0.5) };
  const stops = stopsAlong(side.edge, frame, colour);
  const [{ colour: one }] = stops;
  if (stops.every((s) => s.colour.every((v, k) => v === one[k]))) return { kind: 'solid', colour: one };
  return {
    kind: 'linear',
    matrix: [1, 0, 0, 1, 0, 0],
    ...frame.map,
    stops,
    interpolation: 'srgb',
    spread: 'pad',
  };
}

/** Greatest height of a strip's edge over its chord, as a share of the depth: under half a step between far colours. */
const straightEnough = 1 / 500;

/** A side in strips whose edges are straight enough that a depth is even over each, as parameters of the edge. */
export function stripsOf(side: Side): number[] {
  const { edge } = side;
  if (isLine(edge)) return [0, 1];
  const out = [0];
  const halve = (t0: number, t1: number, depth: number) => {
    const [p, m, q] = [t0, (t0 + t1) / 2, t1].map((t) => cubicPoint(edge, t));
    const f = farPoint(side, (t0 + t1) / 2);
    const long = Math.hypot(q.x - p.x, q.y - p.y);
    const high = long > 0 ? Math.abs((m.x - p.x) * (q.y - p.y) - (m.y - p.y) * (q.x - p.x)) / long : 0;
    if (high <= straightEnough * Math.hypot(f.x - m.x, f.y - m.y) || depth >= 7) {
      out.push(t1);
      return;
    }
    halve(t0, (t0 + t1) / 2, depth + 1);
    halve((t0 + t1) / 2, t1, depth + 1);
  };
  halve(0, 1, 0);
  return out;
}
