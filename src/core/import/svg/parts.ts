import { makePart, makeSource } from '../../document/create';
import type { Part, Source } from '../../document/types';
import {
  isIdentity,
  type Matrix,
  matrixPlace,
  origin,
  placeMatrix,
  translation,
} from '../../geometry/matrix';
import { type Bounds, joinBounds, pathBounds, transformBounds } from '../../geometry/path';
import { joinOutline } from '../../outline/join';
import { evaluatePart } from '../../scene/evaluate';
import type { SvgReader } from './context';

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

/** Keeps a rectangle from its upper left corner; returns its id. */
export const keepBox = (
  reader: SvgReader,
  name: string,
  {
    x,
    y,
    width,
    height,
  }: { readonly x: number; readonly y: number; readonly width: number; readonly height: number },
): string =>
  keep(reader, makeSource('rectangle', { width, height }), {
    name,
    place: placeOf(translation(x + width / 2, y + height / 2)),
  });

/** The bounds of parts’ outlines, in the coordinates that they stand in. */
export function boundsOf(reader: SvgReader, ids: readonly string[]): Bounds | null {
  return ids.reduce<Bounds | null>((all, id) => {
    const part = reader.parts[id];
    const b = pathBounds(joinOutline(evaluatePart(reader, part).outline));
    return joinBounds(all, b && transformBounds(b, placeMatrix(part.place)));
  }, null);
}
