import type { Gradient, Paint, Stop } from '../../coat/types';
import { formatHex, parseHex } from '../../colour/colour';
import { readColour } from '../../colour/css';
import { applyTo, identity, invert, type Matrix, multiply } from '../../geometry/matrix';
import type { Bounds } from '../../geometry/path';
import type { Point } from '../../geometry/vector';
import type { Spread } from '../../scene/types';
import { chainOf } from './chain';
import type { Painting, SvgReader } from './context';
import type { Element } from './element';
import { transformOf } from './transforms';
import { lengthOf, shareOf } from './values';

const spreads: readonly string[] = ['pad', 'repeat', 'reflect'] satisfies Spread[];

const kinds = ['linearGradient', 'radialGradient'];

/** Stops of the first of a chain that has any; the same for all that are painted with them. */
function stopsOf(reader: SvgReader, chain: readonly Element[]): readonly Stop[] {
  const from = chain.find((e) => e.children.some((c) => c.name === 'stop'));
  if (!from) return [];
  const stops = reader.stops.get(from) ?? readStops(reader, from);
  reader.stops.set(from, stops);
  return stops;
}

/** Stops in rising order, the colours of each with its opacity. */
function readStops(reader: SvgReader, from: Element): Stop[] {
  let least = 0;
  return from.children
    .filter((c) => c.name === 'stop')
    .map((stop) => {
      const style = reader.cascade.computed(stop);
      const named = style['stop-color'] ?? '#000000';
      const found = readColour(/^currentcolor$/i.test(named) ? (style.color ?? '#000000') : named);
      const [r, g, b, a] = parseHex(found?.hex ?? '#000000');
      least = Math.max(least, Math.min(1, Math.max(0, lengthOf(stop.attributes.offset, 1, 0))));
      return { at: least, colour: formatHex([r, g, b, a * shareOf(style['stop-opacity'])]) };
    });
}

/** Places of the source as a paint keeps them: shares of its bounds, or on the sheet where these are flat. */
function kept(p: Point, q: Point, b: Bounds | null, toSheet: Matrix) {
  const [w, h] = b ? [b.x1 - b.x0, b.y1 - b.y0] : [0, 0];
  const fixed = !b || !(w > 0 && h > 0);
  const at = (v: Point) => (fixed ? applyTo(toSheet, v) : { x: (v.x - b.x0) / w, y: (v.y - b.y0) / h });
  const [a, e] = [at(p), at(q)];
  return { x1: a.x, y1: a.y, x2: e.x, y2: e.y, fixed };
}

const unit: Bounds = { x0: 0, y0: 0, x1: 1, y1: 1 };

const lengthen = (m: Matrix, x: number, y: number): Point => ({
  x: m[0] * x + m[2] * y,
  y: m[1] * x + m[3] * y,
});

/** A linear gradient: where its colours are the same runs as its own coordinates are bent, and its end lies square to that. */
function linear(matrix: Matrix, [x1, y1, x2, y2]: readonly number[]): readonly [Point, Point] | null {
  const [dx, dy] = [x2 - x1, y2 - y1];
  const p = applyTo(matrix, { x: x1, y: y1 });
  const q = applyTo(matrix, { x: x2, y: y2 });
  const same = lengthen(matrix, -dy, dx);
  const l = Math.hypot(same.x, same.y);
  if (!l || (!dx && !dy)) return null;
  const n = { x: -same.y / l, y: same.x / l };
  const along = (q.x - p.x) * n.x + (q.y - p.y) * n.y;
  return along ? [p, { x: p.x + along * n.x, y: p.y + along * n.y }] : null;
}

/** The longer axis of the ellipse that a map makes of a circle of a radius, and the other’s length as a share of it. */
function axesOf(m: Matrix, r: number): { axis: Point; ratio: number } | null {
  const [a, b, c, d] = m.slice(0, 4).map((v) => v * r);
  // Largest singular value and its direction, of the matrix times its transpose.
  const [s, t, u] = [a * a + c * c, a * b + c * d, b * b + d * d];
  const turn = 0.5 * Math.atan2(2 * t, s - u);
  const root = Math.hypot(s - u, 2 * t);
  const [long, short] = [Math.sqrt((s + u + root) / 2), Math.sqrt(Math.max(0, (s + u - root) / 2))];
  if (!(long > 0) || !(short > 0)) return null;
  return { axis: { x: long * Math.cos(turn), y: long * Math.sin(turn) }, ratio: short / long };
}

/**
 * The paint that a gradient element is for a shape (SVG 2, chapter 14); null where it paints nothing. Ends that are one
 * spot, and single stops, are the last colour.
 */
export function gradientPaint(
  reader: SvgReader,
  element: Element,
  painting: Painting,
  viewport: { readonly width: number; readonly height: number },
): Paint | null {
  const chain = chainOf(reader, element, kinds);
  const stops = stopsOf(reader, chain);
  if (!stops.length) return null;
  const said = (name: string) => chain.find((e) => name in e.attributes)?.attributes[name];
  const ofBounds = said('gradientUnits') !== 'userSpaceOnUse';
  // What has bounds that are not known yet, as words have, takes shares of them as they are.
  const bounds = painting.bounds ?? (ofBounds ? unit : null);
  const [w, h] = bounds ? [bounds.x1 - bounds.x0, bounds.y1 - bounds.y0] : [1, 1];
  if (ofBounds && !(w > 0 && h > 0)) return null;
  const solid: Paint = { kind: 'solid', colour: stops[stops.length - 1].colour };
  if (stops.length < 2) return solid;
  const units: Matrix = ofBounds && bounds ? [w, 0, 0, h, bounds.x0, bounds.y0] : identity;
  const style = reader.cascade.computed(element);
  const own = multiply(units, transformOf(said('gradientTransform') ?? style.transform));
  // What is not said of the bounds is said in the element’s coordinates, in which the source stands moved.
  const back = ofBounds ? identity : (invert(painting.at) ?? identity);
  const matrix = multiply(back, own);
  const across = (name: string, fallback: string) =>
    lengthOf(said(name) ?? fallback, ofBounds ? 1 : viewport.width, 0);
  const down = (name: string, fallback: string) =>
    lengthOf(said(name) ?? fallback, ofBounds ? 1 : viewport.height, 0);
  const spread = said('spreadMethod') ?? 'pad';
  const shared = {
    stops,
    interpolation: 'srgb',
    spread: (spreads.includes(spread) ? spread : 'pad') as Spread,
  } as const;
  if (element.name === 'linearGradient') {
    const ends = linear(matrix, [
      across('x1', '0%'),
      down('y1', '0%'),
      across('x2', '100%'),
      down('y2', '0%'),
    ]);
    return ends
      ? ({ kind: 'linear', ...kept(...ends, bounds, painting.toSheet), ...shared } satisfies Gradient)
      : solid;
  }
  const size = ofBounds ? 1 : Math.hypot(viewport.width, viewport.height) / Math.SQRT2;
  const r = lengthOf(said('r') ?? '50%', size, 0);
  const c = { x: across('cx', '50%'), y: down('cy', '50%') };
  const f = {
    x: said('fx') === undefined ? c.x : across('fx', '50%'),
    y: said('fy') === undefined ? c.y : down('fy', '50%'),
  };
  const axes = axesOf(matrix, r);
  if (!axes) return solid;
  const { axis, ratio } = axes;
  const middle = applyTo(matrix, c);
  const off = lengthen(matrix, f.x - c.x, f.y - c.y);
  const long = Math.hypot(axis.x, axis.y);
  const focus = {
    x: (off.x * axis.x + off.y * axis.y) / (long * long),
    y: (-off.x * axis.y + off.y * axis.x) / (long * long * ratio),
  };
  // A focus on the edge is drawn just inside; what lies beyond is a cone, which no paint here is.
  const far = Math.hypot(focus.x, focus.y);
  const within = far > 0.998 ? 0.998 / far : 1;
  if (far > 1 + 1e-9) reader.leave('Gradients whose focus lies outside their circle', element);
  const inner = Math.max(0, lengthOf(said('fr'), size, 0)) / r;
  const plain = far < 1e-9 && shared.spread === 'pad' && inner < 1;
  if (inner > 0 && !plain) reader.leave('Radii of foci of gradients', element);
  const placed = kept(middle, { x: middle.x + axis.x, y: middle.y + axis.y }, bounds, painting.toSheet);
  return {
    kind: 'radial',
    ...placed,
    ratio,
    focusX: focus.x * within,
    focusY: focus.y * within,
    ...shared,
    // Colours that begin at a circle about the middle begin as much later.
    ...(plain && inner ? { stops: stops.map((s) => ({ ...s, at: inner + (1 - inner) * s.at })) } : {}),
  } satisfies Gradient;
}
