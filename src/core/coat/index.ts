import { dashPath } from '../arrange/dash';
import { strokeAlignments, strokeOutline } from '../arrange/offset';
import { capKinds, joinKinds } from '../arrange/outline';
import { choice, type Field, length, lengths, number, share, size } from '../document/fields';
import type { Path } from '../geometry/path';
import { blendModes } from '../scene/types';
import type { Coat, FillCoat, StrokeCoat } from './types';

export { paintKinds, paints, paintToScene, placeOn, shareOf } from './paints';
export type { Coat, FillCoat, Gradient, Paint, Solid, Stop, StrokeCoat } from './types';

const common: readonly Field[] = [share('opacity'), choice('blend', blendModes)];

/** The fields of each kind of coat, its paint aside. */
export const coatFields: Readonly<Record<Coat['kind'], readonly Field[]>> = {
  fill: common,
  stroke: [
    size('width'),
    choice('align', strokeAlignments),
    choice('join', joinKinds),
    choice('cap', capKinds),
    number('miterLimit', 1, 100, 0.5),
    lengths('dashes'),
    length('dashOffset'),
    ...common,
  ],
};

export const coatDefaults = {
  fill: {
    kind: 'fill',
    on: true,
    opacity: 1,
    blend: 'normal',
    paint: { kind: 'solid', colour: '#1f2b38' },
  } as Omit<FillCoat, 'id'>,
  stroke: {
    kind: 'stroke',
    on: true,
    opacity: 1,
    blend: 'normal',
    paint: { kind: 'solid', colour: '#1f2b38' },
    width: 4,
    align: 'centre',
    cap: 'butt',
    join: 'miter',
    miterLimit: 4,
    dashes: [],
    dashOffset: 0,
  } as Omit<StrokeCoat, 'id'>,
};

/** What a coat covers of an outline: the outline itself, or the stroke along it. */
export function coatArea(coat: Coat, path: Path): Path {
  if (coat.kind === 'fill') return path;
  const dashed = coat.dashes.length ? dashPath(path, coat.dashes, coat.dashOffset) : path;
  return strokeOutline(path, coat, coat.align, dashed);
}
