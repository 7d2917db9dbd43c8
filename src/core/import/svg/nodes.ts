import type { Part } from '../../document/types';
import { identity, isIdentity, type Matrix, multiply, placeMatrix, translation } from '../../geometry/matrix';
import { pathBounds, transformBounds } from '../../geometry/path';
import { type BlendMode, blendModes } from '../../scene/types';
import { paramsOf, primitives } from '../../source';
import { coatsOf } from './coats';
import type { Style } from './computed-style';
import { nameOf, type Setting, type SvgReader } from './context';
import { cutBy } from './cuts';
import { type Element, referenced } from './element';
import { filtered } from './filter-region';
import { filteredBy } from './filters';
import { imagePart } from './image';
import { markersOf } from './markers';
import { boundsOf, keep, keepBox, leftOut, placeOf } from './parts';
import { lengthRatio, lengthsOf, shapeKinds, standsAt } from './shapes';
import { textParts } from './text';
import { elementTransform, turnsInItself } from './transforms';
import { fitted, lengthOf, shareOf, viewBoxOf } from './values';

/** Elements that are read where something refers to them, or that paint nothing. */
const silent = new Set([
  'defs',
  'style',
  'title',
  'desc',
  'metadata',
  'symbol',
  'linearGradient',
  'radialGradient',
  'pattern',
  'clipPath',
  'mask',
  'marker',
  'filter',
  'script',
  'view',
]);

function blendOf(reader: SvgReader, element: Element, style: Style): BlendMode {
  const mode = (style['mix-blend-mode'] ?? 'normal') as BlendMode;
  if (blendModes.includes(mode)) return mode;
  reader.leave(`The blend mode “${mode}”`, element);
  return 'normal';
}

/** What every part of an element has. */
function common(reader: SvgReader, element: Element, inside: Setting): Partial<Omit<Part, 'source'>> {
  const { style } = inside;
  const { finishes, opacity } = filteredBy(reader, element, inside);
  return {
    name: reader.freeName(nameOf(element)),
    hidden: style.display === 'none',
    opacity: opacity * shareOf(style.opacity),
    blend: blendOf(reader, element, style),
    finishes,
  };
}

/** Elements whose children are read one by one. */
const holding = new Set(['g', 'a', 'svg', 'switch']);

/** Reads an element; returns the part that it comes to, or null for none. */
export function readElement(reader: SvgReader, element: Element, setting: Setting): string | null {
  reader.count();
  const { name } = element;
  if (silent.has(name)) return null;
  const style = reader.cascade.styleOf(element, setting.style);
  const read = structures[name] ?? (shapeKinds[name] ? readShape : null);
  if (!read) {
    if (leftOut[name]) reader.leave(leftOut[name], element);
    else reader.leave(`Elements “${name}”`, element);
    return null;
  }
  if (!conditionsMet(element)) return null;
  if (!holding.has(name))
    for (const child of element.children) if (leftOut[child.name]) reader.leave(leftOut[child.name], element);
  const transform = transformIn(reader, element, style, setting);
  const inside: Setting = { ...setting, style, toSheet: multiply(setting.toSheet, transform) };
  const painted = read(reader, element, inside, transform);
  const made = painted && style.filter ? filtered(reader, element, inside, transform, painted) : painted;
  return made && cutBy(reader, element, style, inside, transform, made);
}

/** An element’s transform; about its own bounds only where it is a shape, which is told for others. */
function transformIn(reader: SvgReader, element: Element, style: Style, setting: Setting): Matrix {
  if (!turnsInItself(style)) return elementTransform(style, setting);
  const shape = shapeKinds[element.name]?.(reader, element, style, { ...setting, style });
  if (!shape) reader.leave('Turns of groups and words about their own middle', element);
  const b = shape && pathBounds(primitives[shape.source.kind].outline(paramsOf(shape.source)));
  return elementTransform(style, setting, b && transformBounds(b, shape.at ?? identity));
}

type Read = (reader: SvgReader, element: Element, inside: Setting, transform: Matrix) => string | null;

const readShape: Read = (reader, element, inside, transform) => {
  const { style } = inside;
  const shape = shapeKinds[element.name](reader, element, style, inside);
  if (!shape || style.visibility === 'hidden' || style.visibility === 'collapse') return null;
  const outline = primitives[shape.source.kind].outline(paramsOf(shape.source));
  const perLength = lengthRatio(outline, element);
  const own = shape.at ? multiply(inside.toSheet, shape.at) : inside.toSheet;
  // Where it stands itself, gradients and per cents are those of its element.
  const painting = { bounds: pathBounds(outline), toSheet: own, at: shape.at ?? identity, perLength };
  const coats = coatsOf(reader, element, style, painting, inside);
  const markers = markersOf(reader, element, shape, inside);
  if (!markers.length)
    return keep(reader, shape.source, {
      ...common(reader, element, inside),
      place: placeOf(standsAt(shape, transform)),
      coats,
    });
  const line = keep(reader, shape.source, {
    name: 'Line',
    place: placeOf(standsAt(shape, identity)),
    coats,
  });
  const below = /^\s*markers/.test(style['paint-order'] ?? '');
  return group(reader, element, inside, below ? [...markers, line] : [line, ...markers], transform);
};

/** What stands in a holder of children, each read under it; the lowest first. */
const childrenOf = (reader: SvgReader, element: Element, inside: Setting): string[] =>
  element.children.flatMap((child) => readElement(reader, child, inside) ?? []);

/** A group of what was read, or null where that is nothing. */
function group(
  reader: SvgReader,
  element: Element,
  inside: Setting,
  children: readonly string[],
  place: Matrix,
): string | null {
  if (!children.length) return null;
  const isolated = inside.style.isolation === 'isolate';
  return keep(
    reader,
    { kind: 'group', ...(isolated ? { holds: 'isolated' } : {}) },
    {
      ...common(reader, element, inside),
      place: placeOf(place),
      children,
    },
  );
}

/** Children of a group take over what is inherited, but not what the group itself has. */
const readGroup: Read = (reader, element, inside, transform) =>
  group(reader, element, inside, childrenOf(reader, element, inside), transform);

/** The language that a picture is read for: that of the studio. */
const language = 'en';

/** Whether what an element asks for is there (SVG 2, 5.9): its language is that of the studio, and no extension is. */
function conditionsMet({ attributes }: Element): boolean {
  const { requiredExtensions, systemLanguage } = attributes;
  if (requiredExtensions !== undefined) return false;
  return (
    systemLanguage === undefined ||
    systemLanguage.split(',').some((said) => said.trim().toLowerCase().split('-')[0] === language)
  );
}

/** The first child whose conditions are met; a page of another kind is passed over where anything else follows it. */
const readSwitch: Read = (reader, element, inside, transform) => {
  const fitting = element.children.filter((c) => !silent.has(c.name) && conditionsMet(c));
  const first = fitting.find((c) => !leftOut[c.name]) ?? fitting[0];
  const child = first && readElement(reader, first, inside);
  return group(reader, element, inside, child ? [child] : [], transform);
};

/** What stands in a viewport: by its viewBox, and cut off at its edges where that is so by default. */
function viewport(
  reader: SvgReader,
  element: Element,
  inside: Setting,
  size: { readonly x: number; readonly y: number; readonly width: number; readonly height: number },
): readonly string[] {
  const { attributes } = element;
  const box = viewBoxOf(attributes.viewBox);
  const { width, height } = size;
  const at = translation(size.x, size.y);
  const matrix = box ? multiply(at, fitted(box, width, height, attributes.preserveAspectRatio).matrix) : at;
  const setting: Setting = {
    ...inside,
    width: box?.width ?? width,
    height: box?.height ?? height,
    toSheet: multiply(inside.toSheet, matrix),
  };
  const children = childrenOf(reader, element, setting);
  if (!children.length) return [];
  const held = isIdentity(matrix)
    ? children
    : [
        keep(
          reader,
          { kind: 'group' },
          { name: reader.freeName(nameOf(element)), place: placeOf(matrix), children },
        ),
      ];
  if (/visible|auto/.test(inside.style.overflow ?? attributes.overflow ?? '')) return held;
  return clipped(reader, held, width, height, at);
}

/** Parts cut off at a rectangle, where anything of them reaches beyond. */
function clipped(
  reader: SvgReader,
  ids: readonly string[],
  width: number,
  height: number,
  at: Matrix,
): readonly string[] {
  const b = boundsOf(reader, ids);
  const [x, y] = [at[4], at[5]];
  if (b && b.x0 >= x && b.y0 >= y && b.x1 <= x + width && b.y1 <= y + height) return ids;
  const edge = keepBox(reader, 'Edges', { x, y, width, height });
  return [keep(reader, { kind: 'group', clip: true }, { name: 'Viewport', children: [...ids, edge] })];
}

const readNested: Read = (reader, element, inside, transform) => {
  const length = lengthsOf(element, inside.style, inside);
  const size = {
    x: length('x', 'width'),
    y: length('y', 'height'),
    width: length('width', 'width', inside.width),
    height: length('height', 'height', inside.height),
  };
  if (!(size.width > 0 && size.height > 0)) return null;
  return group(reader, element, inside, viewport(reader, element, inside, size), transform);
};

const readUse: Read = (reader, element, inside, transform) => {
  const { attributes } = element;
  const id = referenced(attributes.href);
  const target = id === null ? undefined : reader.ids.get(id);
  if (!target || inside.referring.includes(target)) {
    reader.leave(target ? 'Copies of themselves' : 'Copies of what is not in the file', element);
    return null;
  }
  const length = lengthsOf(element, inside.style, inside);
  const [x, y] = [length('x', 'width'), length('y', 'height')];
  const place = multiply(transform, translation(x, y));
  const setting: Setting = {
    ...inside,
    referring: [...inside.referring, target],
    toSheet: multiply(inside.toSheet, translation(x, y)),
  };
  if (target.name !== 'symbol' && target.name !== 'svg') {
    const child = readElement(reader, target, setting);
    return group(reader, element, inside, child ? [child] : [], place);
  }
  const style = reader.cascade.styleOf(target, inside.style);
  const given = (name: 'width' | 'height') =>
    lengthOf(attributes[name] ?? target.attributes[name], inside[name], inside[name]);
  const size = { x: 0, y: 0, width: given('width'), height: given('height') };
  return group(reader, element, inside, viewport(reader, target, { ...setting, style }, size), place);
};

/** A text as a group of its lines, or as its one line. */
const readText: Read = (reader, element, inside, transform) => {
  const lines = textParts(reader, element, inside);
  if (lines.length !== 1) return group(reader, element, inside, lines, transform);
  const [id] = lines;
  const line = reader.parts[id];
  const { name: _, ...own } = common(reader, element, inside);
  reader.parts[id] = { ...line, ...own, place: placeOf(multiply(transform, placeMatrix(line.place))) };
  return id;
};

/** A picture that is in the file. */
const readImage: Read = (reader, element, inside, transform) => {
  const id = imagePart(reader, element, inside);
  if (!id) return null;
  const part = reader.parts[id];
  reader.parts[id] = {
    ...part,
    ...common(reader, element, inside),
    place: placeOf(multiply(transform, placeMatrix(part.place))),
  };
  return id;
};

const structures: Readonly<Record<string, Read>> = {
  text: readText,
  image: readImage,
  g: readGroup,
  a: readGroup,
  switch: readSwitch,
  svg: readNested,
  use: readUse,
};
