import { parseHex } from '../colour/colour';
import type { Bounds } from '../geometry/path';
import type { Point } from '../geometry/vector';
import type { GradientPaint, ScenePaint } from '../scene/types';
import type { PaintDefinition } from './definition';
import type { Coat, Gradient, Paint, Solid, Stop } from './types';

/** A place on bounds, 0–1 in each direction, in the part's coordinates. */
export function placeOn(b: Bounds, x: number, y: number): Point {
  return { x: b.x0 + x * (b.x1 - b.x0), y: b.y0 + y * (b.y1 - b.y0) };
}

/** Where a point lies on bounds, 0–1 in each direction; along a side of no length, 0. */
export function shareOf(b: Bounds, p: Point): Point {
  const w = b.x1 - b.x0;
  const h = b.y1 - b.y0;
  return { x: w > 0 ? (p.x - b.x0) / w : 0, y: h > 0 ? (p.y - b.y0) / h : 0 };
}

const sceneStops = (stops: readonly Stop[]) => stops.map((s) => ({ at: s.at, colour: parseHex(s.colour) }));

function gradientToScene(paint: Gradient, bounds: Bounds): ScenePaint {
  const p = placeOn(bounds, paint.x1, paint.y1);
  const q = placeOn(bounds, paint.x2, paint.y2);
  const dx = q.x - p.x;
  const dy = q.y - p.y;
  const scene: GradientPaint = {
    kind: paint.kind,
    // One unit of the gradient's space along (dx, dy) and one at right angles to it.
    matrix: [dx, dy, -dy, dx, p.x, p.y],
    stops: sceneStops(paint.stops),
    interpolation: paint.interpolation,
    spread: paint.spread,
  };
  if (dx !== 0 || dy !== 0) return scene;
  // Ends on one spot: the last colour fills the part (SVG 2, linear gradients).
  const last = [...scene.stops].sort((a, b) => a.at - b.at).at(-1);
  return { kind: 'solid', colour: last?.colour ?? [0, 0, 0, 0] };
}

const twoStops: readonly Stop[] = [
  { at: 0, colour: '#f3d9a0' },
  { at: 1, colour: '#9a6b1f' },
];

const solid: PaintDefinition<Solid> = {
  kind: 'solid',
  defaults: { kind: 'solid', colour: '#1f2b38' },
  toScene: (paint) => ({ kind: 'solid', colour: parseHex(paint.colour) }),
};

const linear: PaintDefinition<Gradient> = {
  kind: 'linear',
  defaults: {
    kind: 'linear',
    x1: 0,
    y1: 0,
    x2: 0,
    y2: 1,
    stops: twoStops,
    interpolation: 'oklab',
    spread: 'pad',
  },
  toScene: gradientToScene,
};

const radial: PaintDefinition<Gradient> = {
  kind: 'radial',
  defaults: {
    kind: 'radial',
    x1: 0.5,
    y1: 0.5,
    x2: 1,
    y2: 0.5,
    stops: twoStops,
    interpolation: 'oklab',
    spread: 'pad',
  },
  toScene: gradientToScene,
};

/** The paints by kind, in the order they are offered. */
export const paints = { solid, linear, radial } as const;
export const paintKinds = Object.keys(paints) as readonly Paint['kind'][];

/** What a paint is over a part with these bounds. */
export function paintToScene(paint: Paint, bounds: Bounds): ScenePaint {
  return (paints[paint.kind] as PaintDefinition<Paint>).toScene(paint, bounds);
}

/**
 * A coat whose gradient keeps its place on the sheet though the part's bounds change; `move` says
 * where a point of the old bounds lies in the new part's coordinates.
 */
export function keepPaint(coat: Coat, from: Bounds, to: Bounds, move: (p: Point) => Point = (p) => p): Coat {
  const { paint } = coat;
  if (paint.kind === 'solid') return coat;
  const a = shareOf(to, move(placeOn(from, paint.x1, paint.y1)));
  const b = shareOf(to, move(placeOn(from, paint.x2, paint.y2)));
  return { ...coat, paint: { ...paint, x1: a.x, y1: a.y, x2: b.x, y2: b.y } };
}
