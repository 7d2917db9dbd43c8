import { coatArea } from '../../coat';
import { makePart, makeSource } from '../../document/create';
import type { Part, Source } from '../../document/types';
import {
  identity,
  isIdentity,
  type Matrix,
  matrixPlace,
  multiply,
  origin,
  placeMatrix,
  translation,
} from '../../geometry/matrix';
import { type Bounds, joinBounds, pathBounds, transformPath } from '../../geometry/path';
import { joinOutline } from '../../outline/join';
import { evaluatePart } from '../../scene/evaluate';
import type { SvgReader } from './context';
import type { Element } from './element';
import { lengthOf } from './values';

/** What other elements are, where they are left out. */
export const leftOut: Readonly<Record<string, string>> = {
  foreignObject: 'Foreign objects',
  animate: 'Animations',
  animateTransform: 'Animations',
  animateMotion: 'Animations',
  set: 'Animations',
};

/** The place whose matrix is given. */
export const placeOf = (m: Matrix): Part['place'] => (isIdentity(m) ? origin : matrixPlace(m));

/** Keeps a part of a source; returns its id. */
export const keep = (
  reader: SvgReader,
  source: Source,
  values: Partial<Omit<Part, 'source' | 'id'>>,
): string => reader.keep(makePart(source, values));

/** Keeps a rectangle from its upper left corner, in coordinates that stand under a matrix; returns its id. */
export const keepBox = (
  reader: SvgReader,
  name: string,
  {
    x,
    y,
    width,
    height,
  }: { readonly x: number; readonly y: number; readonly width: number; readonly height: number },
  under: Matrix = identity,
): string =>
  keep(reader, makeSource('rectangle', { width, height }), {
    name,
    place: placeOf(multiply(under, translation(x + width / 2, y + height / 2))),
  });

/** Keeps the edges of a region, in coordinates that stand under a matrix; returns its id. */
export const keepEdges = (reader: SvgReader, { x0, y0, x1, y1 }: Bounds, under: Matrix): string =>
  keepBox(reader, 'Edges', { x: x0, y: y0, width: x1 - x0, height: y1 - y0 }, under);

/**
 * Cuts a part by another in a group about both; returns the id of that. Opacity and blending are of what is left: before it, the part
 * meets only what is in the group.
 */
export function keepCut(reader: SvgReader, id: string, cutter: string, name: string, by?: string): string {
  const part = reader.parts[id];
  const { opacity, blend, hidden } = part;
  reader.parts[id] = { ...part, opacity: 1, blend: 'normal' };
  const source = { kind: 'group', clip: true, ...(by ? { clipBy: by } : {}) } as Source;
  return keep(reader, source, { name, opacity, blend, hidden, children: [id, cutter] });
}

/** The bounds of parts’ outlines, in the coordinates that they stand in; with `strokes`, of all that their coats cover. */
export function boundsOf(
  reader: SvgReader,
  ids: readonly string[],
  before: Matrix = identity,
  strokes = false,
): Bounds | null {
  return ids.reduce<Bounds | null>((all, id) => {
    const part = reader.parts[id];
    const place = multiply(before, placeMatrix(part.place));
    if (strokes && part.children?.length && part.source.kind === 'group')
      return joinBounds(all, boundsOf(reader, part.children, place, strokes));
    const path = joinOutline(evaluatePart(reader, part).outline);
    const areas = strokes ? [path, ...part.coats.map((c) => coatArea(c, path))] : [path];
    return areas.reduce((b, area) => joinBounds(b, pathBounds(transformPath(area, place))), all);
  }, null);
}

/**
 * The part of the plane that a mask or a filter works in, in the coordinates of what it is put to: 120 % of its bounds where nothing is
 * said (CSS Masking 1, 7.1; Filter Effects 1, 8.2). Null for all of it.
 * @param boundsOfIt the bounds of what it is put to, asked for where it goes by these; null where they are not known
 */
export function shareRegion(
  { attributes }: Element,
  units: 'maskUnits' | 'filterUnits',
  { width, height }: { readonly width: number; readonly height: number },
  boundsOfIt: () => Bounds | null,
): Bounds | null {
  const boxed = attributes[units] !== 'userSpaceOnUse';
  const b = boxed ? boundsOfIt() : null;
  if (boxed && !b) return null;
  const [x0, y0, w, h] = b ? [b.x0, b.y0, b.x1 - b.x0, b.y1 - b.y0] : [0, 0, 1, 1];
  const [ofX, ofY] = boxed ? [1, 1] : [width, height];
  const length = (name: string, of: number, usual: string) => lengthOf(attributes[name] ?? usual, of, 0);
  const x = x0 + w * length('x', ofX, '-10%');
  const y = y0 + h * length('y', ofY, '-10%');
  return {
    x0: x,
    y0: y,
    x1: x + w * Math.max(0, length('width', ofX, '120%')),
    y1: y + h * Math.max(0, length('height', ofY, '120%')),
  };
}

/** Whether bounds lie in others. */
export const holds = (outer: Bounds, inner: Bounds): boolean =>
  inner.x0 >= outer.x0 && inner.y0 >= outer.y0 && inner.x1 <= outer.x1 && inner.y1 <= outer.y1;
