import { makeSource } from '../../document/create';
import { measureContour } from '../../geometry/along';
import { type Matrix, multiply, translation } from '../../geometry/matrix';
import { type FillRule, type Path, pathOf, polygonContour } from '../../geometry/path';
import { PathSyntaxError, parsePath } from '../../geometry/svg-path';
import type { PrimitiveSource } from '../../source';
import { fontSizeOf, type Style } from './computed-style';
import type { Setting, SvgReader } from './context';
import type { Element } from './element';
import { lengthOf, numbersOf } from './values';

/** A shape as a source, and where that stands in the coordinates of its element. */
export interface Shape {
  readonly source: PrimitiveSource;
  readonly at: Matrix | null;
}

type Lengths = (name: string, of: 'width' | 'height' | 'size', fallback?: number) => number;
/** What is said of a shape’s geometry, by a style sheet or by the element itself (SVG 2, chapter 7). */
type Said = (name: string) => string | undefined;

/** A path as it is drawn, with no place of its own. */
export const drawn = (path: Path): Shape => ({
  source: makeSource('path', {
    contours: path.contours.map(({ xy, closed }) => ({ xy: [...xy], closed })),
    fillRule: path.fillRule,
  }),
  at: null,
});

function rectangle(length: Lengths, said: Said): Shape | null {
  const [x, y] = [length('x', 'width'), length('y', 'height')];
  const [width, height] = [length('width', 'width'), length('height', 'height')];
  if (!(width > 0 && height > 0)) return null;
  const given = (name: string, of: 'width' | 'height') =>
    said(name) === undefined || said(name) === 'auto' ? null : Math.max(0, length(name, of));
  const [gx, gy] = [given('rx', 'width'), given('ry', 'height')];
  const rx = Math.min(gx ?? gy ?? 0, width / 2);
  const ry = Math.min(gy ?? gx ?? 0, height / 2);
  if (rx && ry && Math.abs(rx - ry) > 1e-9) {
    // Corners that are no circles: as the standard draws them (SVG 2, 10.2).
    const d = `M${x + rx} ${y}H${x + width - rx}A${rx} ${ry} 0 0 1 ${x + width} ${y + ry}V${y + height - ry}A${rx} ${ry} 0 0 1 ${x + width - rx} ${y + height}H${x + rx}A${rx} ${ry} 0 0 1 ${x} ${y + height - ry}V${y + ry}A${rx} ${ry} 0 0 1 ${x + rx} ${y}Z`;
    return drawn(parsePath(d));
  }
  const r = rx && ry ? rx : 0;
  return {
    source: makeSource('rectangle', {
      width,
      height,
      topLeft: r,
      topRight: r,
      bottomRight: r,
      bottomLeft: r,
    }),
    at: translation(x + width / 2, y + height / 2),
  };
}

function disc(cx: number, cy: number, rx: number, ry: number): Shape | null {
  if (!(rx > 0 && ry > 0)) return null;
  return {
    source: makeSource('ellipse', { width: 2 * rx, height: 2 * ry, begins: 'right' }),
    at: translation(cx, cy),
  };
}

function polygon({ attributes }: Element, closed: boolean, fillRule: FillRule): Shape | null {
  const list = numbersOf(attributes.points);
  const points = Array.from({ length: Math.floor(list.length / 2) }, (_, i) => ({
    x: list[2 * i],
    y: list[2 * i + 1],
  }));
  return points.length > 1 ? drawn(pathOf([polygonContour(points, closed)], fillRule)) : null;
}

/** A path as far as it can be read (SVG 2, 9.5.4: up to the command that is wrong). */
function path(reader: SvgReader, element: Element, style: Style): Shape | null {
  const fillRule = ruleOf(style);
  const byStyle = /^path\(\s*(["'])([\s\S]*)\1\s*\)$/.exec(style.d ?? '')?.[2];
  let d = byStyle ?? (style.d === 'none' ? '' : (element.attributes.d ?? ''));
  for (;;)
    try {
      const read = parsePath(d, fillRule);
      return read.contours.length ? drawn(read) : null;
    } catch (e) {
      if (!(e instanceof PathSyntaxError)) throw e;
      reader.leave('Ends of paths that are written wrongly', element);
      const shorter = d.slice(0, e.at).replace(/[a-z][^a-z]*$/i, '');
      if (shorter.length >= d.length || !shorter) return null;
      d = shorter;
    }
}

/** The kinds of shapes, by the names of their elements. */
export const shapeKinds: Readonly<
  Record<string, (reader: SvgReader, element: Element, style: Style, setting: Setting) => Shape | null>
> = {
  rect: (_, e, style, setting) => rectangle(lengthsOf(e, style, setting), saidOf(e, style)),
  circle: (_, e, style, setting) => {
    const length = lengthsOf(e, style, setting);
    const r = length('r', 'size');
    return disc(length('cx', 'width'), length('cy', 'height'), r, r);
  },
  ellipse: (_, e, style, setting) => {
    const length = lengthsOf(e, style, setting);
    const [rx, ry] = [length('rx', 'width', -1), length('ry', 'height', -1)];
    return disc(length('cx', 'width'), length('cy', 'height'), rx < 0 ? ry : rx, ry < 0 ? rx : ry);
  },
  line: (_, e, __, setting) => {
    // Ends of lines are no properties: style sheets do not move them.
    const length = lengthsOf(e, {}, setting);
    const [x1, y1, x2, y2] = [
      length('x1', 'width'),
      length('y1', 'height'),
      length('x2', 'width'),
      length('y2', 'height'),
    ];
    const [mx, my] = [(x1 + x2) / 2, (y1 + y2) / 2];
    return {
      source: makeSource('line', { x1: x1 - mx, y1: y1 - my, x2: x2 - mx, y2: y2 - my }),
      at: translation(mx, my),
    };
  },
  polyline: (_, e, style) => polygon(e, false, ruleOf(style)),
  polygon: (_, e, style) => polygon(e, true, ruleOf(style)),
  path: (reader, e, style) => path(reader, e, style),
};

const ruleOf = (style: Style): FillRule => (style['fill-rule'] === 'evenodd' ? 'evenodd' : 'nonzero');

const saidOf =
  ({ attributes }: Element, style: Style): Said =>
  (name) =>
    style[name] ?? attributes[name];

/** Returns what reads lengths of an element, said by a style sheet or by itself, in user units; per cents are of its viewport. */
export function lengthsOf(
  element: Element,
  style: Style,
  { width, height, style: inside }: Setting,
): Lengths {
  const said = saidOf(element, style);
  const whole = { width, height, size: Math.hypot(width, height) / Math.SQRT2 };
  const font = fontSizeOf(style['font-size'] ? style : inside);
  return (name, of, fallback = 0) => lengthOf(said(name), whole[of], fallback, font);
}

/** How long an outline is beside what its element says of it; 1 where it says nothing that means anything. */
export function lengthRatio(outline: Path, { attributes }: Element): number {
  const said = Number(attributes.pathLength);
  if (attributes.pathLength === undefined || !(said > 0) || !Number.isFinite(said)) return 1;
  const length = outline.contours.reduce((sum, c) => sum + measureContour(c).length, 0);
  return length > 0 ? length / said : 1;
}

/** Where a shape stands, from its own coordinates to its parent’s. */
export const standsAt = ({ at }: Shape, transform: Matrix): Matrix =>
  at ? multiply(transform, at) : transform;
