import { combine } from '../arrange/combine';
import { taperedStroke, type WidthAt } from '../arrange/taper';
import { choice, type Field, later, length, onlyIf, share, size, toggle, unless } from '../document/fields';
import { strokeArea, strokeFields } from '../document/stroke';
import { translation } from '../geometry/matrix';
import { type Bounds, emptyPath, type Path, transformPath } from '../geometry/path';
import { blendModes } from '../scene/types';
import { ellipse } from '../source/ellipse';
import { rectangle } from '../source/rectangle';
import type { Coat, CoatShape, FillCoat, StrokeCoat } from './types';
import { evenWidth, profileFields, widthAlong } from './width-profile';

export type { Cover, PaintContext, PaintDefinition, PatternTile } from './paint';
export { isGradient, keepPaint, paintKinds, paintOf, paints, placeOn, shareOf } from './paint';
export { coloursOf, convertPaint } from './paint/convert';
export { rampOf, stopsSchema } from './paint/gradient';
export { evenMesh, withNode } from './paint/mesh';
export * from './paint/stops';
export type {
  Coat,
  FillCoat,
  Gradient,
  Linear,
  MeshNode as MeshPaintNode,
  MeshPaint,
  Paint,
  Pattern,
  Radial,
  Solid,
  Stop,
  Stripes,
  StrokeCoat,
} from './types';
export { dragWidth, widthHandles } from './width-profile';

const plainShape: CoatShape = {
  form: 'outline',
  sized: 'bounds',
  shapeWidth: 1,
  shapeHeight: 1,
  radius: 0,
  shiftX: 0,
  shiftY: 0,
};

const shaped = (field: Field): Field => unless('form', 'outline', field);

/** The fields of a coat's own shape; its sizes are shares or lengths. */
const shapeFields = (relative: boolean): readonly Field[] => [
  later(choice('form', ['outline', 'ellipse', 'rectangle']), plainShape.form),
  later(shaped(choice('sized', ['bounds', 'lengths'])), plainShape.sized),
  ...['shapeWidth', 'shapeHeight'].map((name) =>
    later(shaped(relative ? share(name, 0, 1000) : size(name)), plainShape.shapeWidth),
  ),
  later(onlyIf('form', 'rectangle', size('radius')), plainShape.radius),
  later(shaped(length('shiftX')), plainShape.shiftX),
  later(shaped(length('shiftY')), plainShape.shiftY),
];

const common: readonly Field[] = [share('opacity'), choice('blend', blendModes)];

const groupFields: readonly Field[] = [
  later(choice('covers', ['whole', 'each']), 'whole'),
  later(toggle('behind'), false),
];

const strokeOnly: readonly Field[] = [
  ...strokeFields,
  ...profileFields,
  later(choice('run', ['bounds', 'along', 'across']), 'bounds'),
];

/** The fields each kind of coat is stored with, its paint and steps aside. */
export const coatFields: Readonly<Record<Coat['kind'], readonly Field[]>> = {
  fill: [...common, ...shapeFields(false), ...groupFields],
  stroke: [...strokeOnly, ...common, ...shapeFields(false), ...groupFields],
};

/** The fields of the panel for a coat as it is; a group's coats have some more. */
export const shownCoatFields = (coat: Coat, group: boolean): readonly Field[] => [
  ...(coat.kind === 'stroke' ? strokeOnly.filter((f) => f.name !== 'run' || 'stops' in coat.paint) : []),
  ...common,
  ...(group ? groupFields : []),
  ...shapeFields(coat.sized === 'bounds'),
];

const plainCoat = {
  on: true,
  opacity: 1,
  blend: 'normal',
  paint: { kind: 'solid', colour: '#1f2b38' },
  steps: [],
  covers: 'whole',
  behind: false,
  ...plainShape,
} as const;

export const coatDefaults = {
  fill: { kind: 'fill', ...plainCoat } as Omit<FillCoat, 'id'>,
  stroke: {
    kind: 'stroke',
    ...plainCoat,
    width: 4,
    align: 'centre',
    cap: 'butt',
    join: 'miter',
    miterLimit: 4,
    dashes: [],
    dashOffset: 0,
    run: 'bounds',
    ...evenWidth,
  } as Omit<StrokeCoat, 'id'>,
};

/** What a coat covers of an outline: the outline itself, or the stroke along it. */
export function coatArea(coat: Coat, path: Path): Path {
  if (coat.kind === 'fill') return path;
  const along = widthAlong(
    coat,
    path.contours.map((c) => c.pressure),
  );
  return along ? profiledArea(coat, path, along) : strokeArea(path, coat);
}

/** A stroke of changing width: cut to one side of a closed path where it lies there. */
function profiledArea(coat: StrokeCoat, path: Path, along: WidthAt): Path {
  const wide = coat.align === 'centre' ? coat.width : 2 * coat.width;
  const whole = taperedStroke(path, wide, along, coat.cap);
  const sided =
    coat.align === 'centre'
      ? whole
      : combine(coat.align === 'inside' ? 'intersect' : 'subtract', [whole, path]);
  if (!coat.dashes.length) return sided;
  // The width runs along the whole path: dashes are cut out of it.
  const most = Math.max(1, ...coat.widths);
  const dashes = strokeArea(path, { ...coat, align: 'centre', cap: 'butt', width: wide * most });
  return combine('intersect', [sided, dashes]);
}

/** A coat's own shape over bounds, or null where it takes the part's outline. */
export function coatShape(coat: CoatShape, b: Bounds): Path | null {
  if (coat.form === 'outline') return null;
  const relative = coat.sized === 'bounds';
  const w = coat.shapeWidth * (relative ? b.x1 - b.x0 : 1);
  const h = coat.shapeHeight * (relative ? b.y1 - b.y0 : 1);
  if (!(w > 0) || !(h > 0)) return emptyPath;
  const { radius: r } = coat;
  const path =
    coat.form === 'ellipse'
      ? ellipse.outline({ width: w, height: h })
      : rectangle.outline({ width: w, height: h, topLeft: r, topRight: r, bottomRight: r, bottomLeft: r });
  return transformPath(path, translation((b.x0 + b.x1) / 2 + coat.shiftX, (b.y0 + b.y1) / 2 + coat.shiftY));
}
