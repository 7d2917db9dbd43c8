import { type ColourStop, colourAlong } from '../../colour/gradient';
import { type Homography, invertProjection, projected } from '../../geometry/homography';
import type { Matrix } from '../../geometry/matrix';
import {
  type Bounds,
  boundsCorners,
  growBounds,
  pathBounds,
  pathOf,
  polygonContour,
} from '../../geometry/path';
import type { Point } from '../../geometry/vector';
import type { GradientPaint, ShapeNode } from '../../scene/types';
import type { NodeWriter } from './target';

/** A gradient that recedes and can be written in strips. */
type Receding = GradientPaint & { readonly homography: Homography };

/** Strips that a gradient is cut into at most. */
const mostStrips = 96;
/** Greatest change of a colour over a strip, 0–1: its lines are drawn alongside each other there. */
const evenEnough = 3 / 255;
/** How far an opaque strip reaches under the next, as a share of the gradient, for drawers that soften every edge. */
const overlap = 2e-3;

/** Where bounds lie in the gradient’s own space; null where they reach beyond what vanishes. */
function spanOf(back: Homography, b: Bounds): Bounds | null {
  const [, , , , , , g, h, i] = back;
  const corners = boundsCorners(b);
  const depths = corners.map((p) => g * p.x + h * p.y + i);
  if (!depths.every((w) => w > 0) && !depths.every((w) => w < 0)) return null;
  const own = corners.map((p) => projected(back, p));
  const [xs, ys] = [own.map((p) => p.x), own.map((p) => p.y)];
  return { x0: Math.min(...xs), y0: Math.min(...ys), x1: Math.max(...xs), y1: Math.max(...ys) };
}

const isReceding = (node: ShapeNode): node is ShapeNode & { readonly paint: Receding } =>
  node.paint.kind === 'linear' &&
  node.paint.homography !== undefined &&
  node.paint.spread === 'pad' &&
  !node.paint.fixed;

/** Places along a gradient that it is cut at: where it begins and ends to be seen, and so that each strip is even enough. */
function cutsOf({ stops, interpolation }: GradientPaint, from: number, to: number): number[] {
  const colour = (u: number) => colourAlong(stops, interpolation, u);
  const sorted = [...stops.map((s) => s.at)].sort((a, b) => a - b);
  const ends = [from, ...sorted.filter((u) => u > from && u < to), to];
  const count = (a: number, b: number) => {
    const [p, q] = [colour(a), colour(b)];
    const change = Math.max(...p.map((v, k) => Math.abs(v - q[k])));
    return Math.max(1, Math.min(mostStrips / 4, Math.ceil(change / evenEnough / 4)));
  };
  return ends.slice(1).reduce<number[]>(
    (out, b, k) => {
      const a = ends[k];
      const n = count(a, b);
      for (let j = 1; j <= n; j++) out.push(a + ((b - a) * j) / n);
      return out;
    },
    [from],
  );
}

/** The strip between two places of a gradient as a path, and the matrix of a straight gradient over it. */
function stripOf(h: Homography, a: number, b: number, span: Bounds): { corners: Point[]; matrix: Matrix } {
  const at = (u: number, v: number) => projected(h, { x: u, y: v });
  const middle = (span.y0 + span.y1) / 2;
  const [p, q] = [at(a, middle), at(b, middle)];
  const [s, t] = [at((a + b) / 2, span.y0), at((a + b) / 2, span.y1)];
  return {
    corners: [at(a, span.y0), at(b + overlap, span.y0), at(b + overlap, span.y1), at(a, span.y1)],
    matrix: [q.x - p.x, q.y - p.y, t.x - s.x, t.y - s.y, p.x, p.y],
  };
}

/** A gradient that recedes, in strips of straight ones that its shape clips; null for one that no strips can show. */
export const writeReceding = (
  ...[target, node, toSheet]: Parameters<NodeWriter<ShapeNode>>
): string | null => {
  const b = pathBounds(node.path);
  if (!b || !isReceding(node)) return null;
  const { paint } = node;
  const back = invertProjection(paint.homography);
  const span = back && spanOf(back, growBounds(b, 1));
  // Strips that are seen through would show where they overlap.
  if (!span || paint.stops.some((s) => s.colour[3] < 1)) return null;
  const { homography: h, interpolation } = paint;
  const cuts = cutsOf(paint, span.x0, span.x1);
  if (cuts.length > mostStrips) return null;
  const { homography: _, ...plain } = paint;
  const strips = cuts.slice(1).map((to, k) => {
    const from = cuts[k];
    const { corners, matrix } = stripOf(h, from, to, span);
    const stop = (at: number, u: number): ColourStop => ({
      at,
      colour: colourAlong(paint.stops, interpolation, u),
    });
    const own: GradientPaint = {
      ...plain,
      matrix,
      stops: [stop(0, from), stop(1, to)],
      interpolation: 'srgb',
    };
    return `<path d="${target.path(pathOf([polygonContour(corners)]), toSheet)}" ${target.paint(own, toSheet)}/>`;
  });
  return `<g${target.clip(node.path, toSheet)}${target.look(node.opacity, node.blend, false)}>${strips.join('')}</g>`;
};
