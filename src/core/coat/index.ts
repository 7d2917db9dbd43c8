import { choice, type Field, share } from '../document/fields';
import { strokeArea, strokeFields } from '../document/stroke';
import type { Path } from '../geometry/path';
import { blendModes } from '../scene/types';
import type { Coat, FillCoat, StrokeCoat } from './types';

export { keepPaint, paintKinds, paints, paintToScene, placeOn, shareOf } from './paints';
export type { Coat, FillCoat, Gradient, Paint, Solid, Stop, StrokeCoat } from './types';

const common: readonly Field[] = [share('opacity'), choice('blend', blendModes)];

/** The fields of each kind of coat, its paint aside. */
export const coatFields: Readonly<Record<Coat['kind'], readonly Field[]>> = {
  fill: common,
  stroke: [...strokeFields, ...common],
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
export const coatArea = (coat: Coat, path: Path): Path =>
  coat.kind === 'fill' ? path : strokeArea(path, coat);
