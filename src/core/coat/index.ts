import { combine } from '../arrange/combine';
import { taperedStroke, type WidthAt } from '../arrange/taper';
import { blendField } from '../document/blend-field';
import type { Described } from '../document/described';
import { choice, type Field, later, length, onlyIf, share, size, toggle, unless } from '../document/fields';
import { strokeArea, strokeFields } from '../document/stroke';
import { translation } from '../geometry/matrix';
import { type Bounds, emptyPath, type Path, transformPath } from '../geometry/path';
import { ellipse } from '../source/ellipse';
import { rectangle } from '../source/rectangle';
import type { Coat, CoatShape, FillCoat, StrokeCoat } from './types';
import { evenWidth, profileFields, widthAlong } from './width-profile';

export type { Cover, PaintContext, PaintDefinition, PatternTile } from './paint';
export { isGradient, keepPaint, paintKinds, paintOf, paints, placeOn, shareOf } from './paint';
export { coloursOf, convertPaint } from './paint/convert';
export { interpolationWords, rampOf, spreadWords, stopsSchema } from './paint/gradient';
export { shadeOf } from './paint/lit';
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

const shareOfBounds = (name: string, label: string, about: string): Field =>
  share(name, label, about, 0, 1000);
const shaped = (field: Field): Field => unless('form', 'outline', field);

/** The fields of a coat's own shape; its sizes are shares or lengths. */
const shapeFields = (relative: boolean): readonly Field[] => [
  later(
    choice('form', 'Shape', 'What the coat covers: the outline, or a shape of its own.', {
      outline: 'Outline',
      ellipse: 'Circle',
      rectangle: 'Rectangle',
    }),
    plainShape.form,
  ),
  later(
    shaped(
      choice('sized', 'Sized by', 'Whether the shape’s sizes are shares of the bounds or lengths.', {
        bounds: 'Bounds',
        lengths: 'Lengths',
      }),
    ),
    plainShape.sized,
  ),
  ...Object.entries({ shapeWidth: 'Shape width', shapeHeight: 'Shape height' }).map(([name, label]) =>
    later(shaped((relative ? shareOfBounds : size)(name, label, 'Of the shape.')), plainShape.shapeWidth),
  ),
  later(onlyIf('form', 'rectangle', size('radius', 'Radius', 'Of the shape’s corners.')), plainShape.radius),
  later(shaped(length('shiftX', 'Shift x', 'Of the shape from the middle, across.')), plainShape.shiftX),
  later(shaped(length('shiftY', 'Shift y', 'Of the shape from the middle, downwards.')), plainShape.shiftY),
];

const common: readonly Field[] = [
  share('opacity', 'Opacity', 'Of the coat.'),
  blendField('Of the coat with what lies under it.'),
];

const groupFields: readonly Field[] = [
  later(
    choice('covers', 'Covers', 'What a group’s coat covers.', { whole: 'All as one', each: 'Each member' }),
    'whole',
  ),
  later(toggle('behind', 'Behind the members', 'Whether a group’s coat lies behind its members.'), false),
];

const solidFields: readonly Field[] = [
  later(
    choice('faces', 'Faces', 'Which faces of a solid the coat covers.', {
      all: 'All',
      front: 'Front',
      sides: 'Sides',
      back: 'Far end',
    }),
    'all',
  ),
];

const fillOnly: readonly Field[] = [
  later(
    choice('run', 'Gradient lies', 'How a gradient lies over the sides of a solid.', {
      bounds: 'Over all',
      depth: 'Along the depth',
      facing: 'By the way they face',
    }),
    'bounds',
  ),
];

const strokeOnly: readonly Field[] = [
  ...strokeFields,
  ...profileFields,
  later(share('thinned', 'Fades by pressure', 'How much of a light stroke is clear.'), 0),
  later(
    choice('run', 'Gradient follows', 'What a gradient runs along.', {
      bounds: 'Bounds',
      along: 'Along',
      across: 'Across',
    }),
    'bounds',
  ),
];

/** The fields each kind of coat is stored with, its paint and steps aside. */
export const coatFields: Readonly<Record<Coat['kind'], readonly Field[]>> = {
  fill: [...fillOnly, ...solidFields, ...common, ...shapeFields(false), ...groupFields],
  stroke: [...strokeOnly, ...solidFields, ...common, ...shapeFields(false), ...groupFields],
};

/** The fields of the panel for a coat as it is; a group's coats have some more, and those over a solid's sides. */
export const shownCoatFields = (coat: Coat, group: boolean, solid = true): readonly Field[] => [
  ...(coat.kind === 'stroke' ? strokeOnly : fillOnly).filter(
    (f) => f.name !== 'run' || ('stops' in coat.paint && (coat.kind === 'stroke' || solid)),
  ),
  ...(solid ? solidFields : []),
  ...common,
  ...(group ? groupFields : []),
  ...shapeFields(coat.sized === 'bounds'),
];

/** How the kinds of coat are told of. */
export const coatWords: Readonly<Record<Coat['kind'], Described>> = {
  fill: { label: 'Fill', about: 'Paints what lies inside the outline.', alsoKnown: ['background', 'colour'] },
  stroke: {
    label: 'Stroke',
    about: 'Paints a line along the outline.',
    alsoKnown: ['border', 'line', 'edge'],
  },
};

const plainCoat = {
  on: true,
  opacity: 1,
  blend: 'normal',
  paint: { kind: 'solid', colour: '#1f2b38' },
  steps: [],
  covers: 'whole',
  behind: false,
  faces: 'all',
  ...plainShape,
} as const;

export const coatDefaults = {
  fill: { kind: 'fill', ...plainCoat, run: 'bounds' } as Omit<FillCoat, 'id'>,
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
    thinned: 0,
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
      ? ellipse.outline({ width: w, height: h, begins: 'top' })
      : rectangle.outline({ width: w, height: h, topLeft: r, topRight: r, bottomRight: r, bottomLeft: r });
  return transformPath(path, translation((b.x0 + b.x1) / 2 + coat.shiftX, (b.y0 + b.y1) / 2 + coat.shiftY));
}
