import { type Matrix, multiply, rotation, scaling, translation } from '../../geometry/matrix';
import { type Contour, segmentAt, segmentCount } from '../../geometry/path';
import { degrees, type Point } from '../../geometry/vector';
import { paramsOf, primitives } from '../../source';
import { nameOf, type Setting, type SvgReader } from './context';
import { type Element, referenced } from './element';
import { keep, keepBox, placeOf } from './parts';
import type { Shape } from './shapes';
import { fitted, lengthOf, numbersOf, viewBoxOf } from './values';

/** Elements that have markers (SVG 2, 13.5.3: those that are made of vertices). */
const marked = new Set(['path', 'line', 'polyline', 'polygon']);

/** A place where a marker may stand, and the directions in which the line comes in and goes out there. */
interface Vertex extends Point {
  readonly into: Point | null;
  readonly out: Point | null;
}

/** The direction of a segment at one of its ends; handles that lie on their nodes are passed over. */
function directionOf(s: readonly number[], end: boolean): Point | null {
  const at = (i: number) => ({ x: s[2 * i], y: s[2 * i + 1] });
  const order = end ? [3, 2, 1, 0] : [0, 1, 2, 3];
  const from = at(order[0]);
  for (const i of order.slice(1)) {
    const to = at(i);
    const [dx, dy] = [to.x - from.x, to.y - from.y];
    const long = Math.hypot(dx, dy);
    if (long > 1e-9) return end ? { x: -dx / long, y: -dy / long } : { x: dx / long, y: dy / long };
  }
  return null;
}

function verticesOf(contour: Contour): Vertex[] {
  const n = segmentCount(contour);
  const segments = Array.from({ length: n }, (_, i) => segmentAt(contour, i));
  const ins = segments.map((s) => directionOf(s, true));
  const outs = segments.map((s) => directionOf(s, false));
  return Array.from({ length: n + 1 }, (_, i): Vertex => {
    const s = i < n ? segments[i] : segments[n - 1];
    const [x, y] = i < n ? [s[0], s[1]] : [s[6], s[7]];
    const ends = contour.closed && (i === 0 || i === n);
    return {
      x,
      y,
      into: i ? ins[i - 1] : ends ? ins[n - 1] : null,
      out: i < n ? outs[i] : ends ? outs[0] : null,
    };
  });
}

/** Degrees in which a marker looks that turns with its line: halfway between coming in and going out. */
function turnAt({ into, out }: Vertex): number {
  const [a, b] = [into ?? out, out ?? into];
  if (!a || !b) return 0;
  const [x, y] = [a.x + b.x, a.y + b.y];
  return Math.hypot(x, y) > 1e-9 ? degrees(Math.atan2(y, x)) : degrees(Math.atan2(a.y, a.x)) + 90;
}

/** A marker at a vertex as a part in the coordinates of the element that has it. */
function markerAt(
  reader: SvgReader,
  marker: Element,
  vertex: Vertex,
  start: boolean,
  setting: Setting,
): string | null {
  const { attributes } = marker;
  const width = lengthOf(attributes.markerWidth, setting.width, 3);
  const height = lengthOf(attributes.markerHeight, setting.height, 3);
  if (!(width > 0 && height > 0)) return null;
  const size = Math.hypot(setting.width, setting.height) / Math.SQRT2;
  const by =
    attributes.markerUnits === 'userSpaceOnUse' ? 1 : lengthOf(setting.style['stroke-width'], size, 1);
  const orient = attributes.orient ?? '0';
  const auto = orient.trim().startsWith('auto');
  const turn = auto
    ? turnAt(vertex) + (start && orient.includes('start-reverse') ? 180 : 0)
    : (numbersOf(orient)[0] ?? 0);
  const view = viewBoxOf(attributes.viewBox);
  const inner = view ? fitted(view, width, height, attributes.preserveAspectRatio).matrix : scaling(1);
  const ref = {
    x: lengthOf(attributes.refX, view?.width ?? width, 0),
    y: lengthOf(attributes.refY, view?.height ?? height, 0),
  };
  const placed = multiply(translation(vertex.x, vertex.y), multiply(rotation(turn), scaling(by)));
  const matrix: Matrix = multiply(
    multiply(placed, [inner[0], 0, 0, inner[3], 0, 0]),
    translation(-ref.x, -ref.y),
  );
  const inside: Setting = {
    ...setting,
    style: reader.cascade.computed(marker),
    referring: [...setting.referring, marker],
    toSheet: multiply(setting.toSheet, matrix),
    context: { fill: setting.style.fill ?? '#000000', stroke: setting.style.stroke ?? 'none' },
  };
  const children = marker.children.flatMap((child) => reader.read(child, inside) ?? []);
  if (!children.length) return null;
  const visible = /visible|auto/.test(inside.style.overflow ?? attributes.overflow ?? '');
  const box = view ?? { x: 0, y: 0, width, height };
  const edge = visible ? [] : [keepBox(reader, 'Edges', box)];
  return keep(
    reader,
    { kind: 'group', ...(visible ? {} : { clip: true }) },
    { name: reader.freeName(nameOf(marker)), place: placeOf(matrix), children: [...children, ...edge] },
  );
}

/** The markers of a shape as parts in its element’s coordinates, the lowest first (SVG 2, 13.5). */
export function markersOf(reader: SvgReader, element: Element, shape: Shape, setting: Setting): string[] {
  const { style } = setting;
  if (!marked.has(element.name)) return [];
  const of = (at: 'start' | 'mid' | 'end'): Element | null => {
    const said = style[`marker-${at}`];
    if (!said || said === 'none') return null;
    const found = reader.ids.get(referenced(said) ?? '');
    if (found?.name !== 'marker' || setting.referring.includes(found)) {
      reader.leave('Markers that are not in the file', element);
      return null;
    }
    return found;
  };
  const [start, mid, end] = [of('start'), of('mid'), of('end')];
  if (!start && !mid && !end) return [];
  const [dx, dy] = shape.at ? [shape.at[4], shape.at[5]] : [0, 0];
  const vertices = primitives[shape.source.kind]
    .outline(paramsOf(shape.source))
    .contours.flatMap(verticesOf)
    .map((v) => ({ ...v, x: v.x + dx, y: v.y + dy }));
  const last = vertices.length - 1;
  return vertices.flatMap((vertex, i) => {
    const own = [i === 0 ? start : null, i > 0 && i < last ? mid : null, i === last ? end : null];
    return own.flatMap((marker, k) =>
      marker ? (markerAt(reader, marker, vertex, k === 0, setting) ?? []) : [],
    );
  });
}
