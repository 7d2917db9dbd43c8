import Joi from 'joi';
import { coatFields, paintKinds, paints, stopsSchema } from '../coat';
import { interpolations } from '../colour/gradient';
import { finishes } from '../finish';
import { units } from '../geometry/units';
import { holders } from '../holder';
import type { HolderKind } from '../holder/types';
import { blendModes } from '../scene/types';
import { primitives } from '../source';
import { steps } from '../step';
import { squareGrid } from './create';
import { type Field, fieldFault, lengthLimit } from './fields';
import { formatName, formatVersion, gridKinds } from './types';

// No record can have a member of this name like any other.
const id = Joi.string()
  .pattern(/^[\w-]{1,40}$/)
  .invalid('__proto__');
const coordinate = Joi.number().min(-lengthLimit).max(lengthLimit);

function fieldSchema(field: Field): Joi.Schema {
  const any = field.absent === undefined ? Joi.any().required() : Joi.any().default(field.absent);
  return any.custom((value, helpers) => {
    const fault = fieldFault(field, value);
    return fault ? helpers.message({ custom: `“${field.name}” ${fault}` }) : value;
  });
}

const fieldsSchema = (fields: readonly Field[]) =>
  Object.fromEntries(fields.map((f) => [f.name, fieldSchema(f)]));

function cardSchema(kinds: Readonly<Record<string, { fields: readonly Field[] }>>): Joi.Schema {
  const forms = Object.entries(kinds).map(([kind, d]) => ({
    is: kind,
    then: Joi.object(fieldsSchema(d.fields)),
  }));
  return Joi.object({
    id: id.required(),
    kind: Joi.string()
      .valid(...Object.keys(kinds))
      .required(),
    on: Joi.boolean().required(),
    params: Joi.object().required().when('kind', { switch: forms }),
  });
}

const paint = Joi.object({ kind: Joi.valid(...paintKinds).required() })
  .unknown()
  .when('.kind', {
    switch: Object.entries(paints).map(([kind, d]) => ({
      is: kind,
      then: Joi.object({
        kind: Joi.any(),
        ...fieldsSchema(d.stored),
        ...d.schema?.(Joi),
      }).unknown(false),
    })),
  });

const coatForm = (kind: keyof typeof coatFields) =>
  Joi.object({
    id: id.required(),
    kind: Joi.valid(kind).required(),
    on: Joi.boolean().required(),
    paint: paint.required(),
    steps: Joi.array().items(cardSchema(steps)).max(100).default([]),
    ...fieldsSchema(coatFields[kind]),
  }).unknown(false);

const coat = Joi.object({ kind: Joi.valid('fill', 'stroke').required() })
  .unknown()
  .when('.kind', { is: 'fill', then: coatForm('fill'), otherwise: coatForm('stroke') });

const isNumbers = (v: unknown, most: number, least: number, greatest: number): v is number[] =>
  Array.isArray(v) &&
  v.length <= most &&
  v.every((n) => typeof n === 'number' && n >= least && n <= greatest);

/** What is wrong with the contours of a drawn path, in words, or null; looked through in one go, as there may be very many. */
function contoursFault(list: readonly unknown[]): string | null {
  for (const [i, c] of list.entries()) {
    const { closed, xy, pressure, ...rest } = (c ?? {}) as Record<string, unknown>;
    const of = `of contour ${i + 1}`;
    if (typeof closed !== 'boolean') return `“closed” ${of} must be true or false`;
    if (!isNumbers(xy, 600_002, -lengthLimit, lengthLimit))
      return `“xy” ${of} must hold at most 600,002 numbers from ${-lengthLimit} to ${lengthLimit}`;
    if (xy.length && xy.length % 6 !== 2) return `“xy” ${of} must hold a node and then six numbers a segment`;
    if (pressure !== undefined && !isNumbers(pressure, 256, 0, 1))
      return `“pressure” ${of} must hold at most 256 numbers from 0 to 1`;
    const [other] = Object.keys(rest);
    if (other !== undefined) return `“${other}” ${of} is not known`;
  }
  return null;
}

const contours = Joi.array()
  .sparse()
  .max(100_000)
  .custom((list: unknown[], helpers) => {
    const fault = contoursFault(list);
    return fault === null ? list : helpers.message({ custom: fault });
  });

const faceKeys = Joi.array()
  .items(Joi.string().pattern(/^[\w.]{1,1000}$/))
  .max(10_000);

/** What holders keep beside their fields. */
const holderExtras: Record<HolderKind, Joi.SchemaMap> = {
  combine: {},
  group: {
    clip: Joi.boolean(),
    clipBy: Joi.valid('shape', 'alpha', 'luminance'),
    holds: Joi.valid('plain', 'isolated', 'knock-out'),
  },
  'lock-up': {},
  faces: {
    dropped: faceKeys.required(),
    regions: Joi.array()
      .items(
        Joi.object({
          faces: faceKeys.required(),
          colour: Joi.alternatives(
            Joi.valid(null),
            fieldSchema({ name: 'colour', type: 'colour' }),
          ).required(),
        }),
      )
      .max(10_000)
      .required(),
  },
  blend: { spine: Joi.alternatives(Joi.valid(null), id).required() },
};

const source = Joi.alternatives().conditional('.kind', {
  switch: [
    ...Object.entries(primitives).map(([kind, d]) => ({
      is: kind,
      then: Joi.object({
        kind: Joi.valid(kind),
        ...(kind === 'path'
          ? {
              contours: contours.required(),
              fillRule: Joi.valid('nonzero', 'evenodd').required(),
            }
          : { ...fieldsSchema(d.fields), ...d.schema?.(Joi) }),
      }),
    })),
    ...Object.entries(holders).map(([kind, d]) => ({
      is: kind,
      then: Joi.object({
        kind: Joi.valid(kind),
        ...fieldsSchema(d.fields),
        ...holderExtras[kind as HolderKind],
      }),
    })),
    {
      is: 'piece',
      then: Joi.object({
        kind: 'piece',
        of: id.required(),
        by: Joi.array().items(id).min(1).max(100).required(),
        index: Joi.number().integer().min(0).max(10_000).required(),
        keys: faceKeys.required(),
      }),
    },
  ],
  otherwise: Joi.forbidden().messages({ 'any.unknown': 'is of a kind that this version does not know' }),
});

const formulas = Joi.object().pattern(
  Joi.string().pattern(/^[\w./-]{1,200}$/),
  Joi.object({
    text: Joi.string().min(1).max(400).required(),
    in: Joi.valid(...Object.keys(units), '%'),
  }),
);

const measures = Joi.array()
  .items(
    Joi.object({
      id: id.required(),
      name: Joi.string().max(40).required(),
      text: Joi.string().min(1).max(400).required(),
    }),
  )
  .max(1000);

/** Addresses of linked colours and the swatches they take. */
const inks = Joi.object().pattern(Joi.string().pattern(/^[\w./-]{1,200}$/), id);

const colourText = fieldSchema({ name: 'colour', type: 'colour' });

const palette = Joi.array()
  .items(
    Joi.alternatives(
      Joi.object({ id: id.required(), name: Joi.string().max(60).required(), colour: colourText }),
      Joi.object({
        id: id.required(),
        name: Joi.string().max(60).required(),
        ...stopsSchema(Joi),
        interpolation: Joi.valid(...interpolations).required(),
      }),
    ),
  )
  .max(1000);

const looks = Joi.array()
  .items(
    Joi.object({
      id: id.required(),
      name: Joi.string().max(60).required(),
      coats: Joi.array().items(coat).max(200).required(),
      finishes: Joi.array().items(cardSchema(finishes)).max(100).required(),
      opacity: Joi.number().min(0).max(1).required(),
      blend: Joi.valid(...blendModes).required(),
    }),
  )
  .max(500);

const part = Joi.object({
  id: id.required(),
  name: Joi.string().max(200).required(),
  hidden: Joi.boolean().required(),
  locked: Joi.boolean().required(),
  construction: Joi.boolean(),
  place: Joi.object({
    x: coordinate.required(),
    y: coordinate.required(),
    turn: Joi.number().min(-1e6).max(1e6).required(),
    skew: Joi.number().greater(-90).less(90).required(),
    scaleX: Joi.number().min(-1e6).max(1e6).required(),
    scaleY: Joi.number().min(-1e6).max(1e6).required(),
  }).required(),
  opacity: Joi.number().min(0).max(1).required(),
  blend: Joi.valid(...blendModes).required(),
  source: source.required(),
  children: Joi.array().items(id).unique().required(),
  steps: Joi.array().items(cardSchema(steps)).max(200).required(),
  coats: Joi.array().items(coat).max(200).required(),
  finishes: Joi.array().items(cardSchema(finishes)).max(100).required(),
  formulas,
  inks,
  look: id,
});

const sheet = Joi.object({
  id: id.required(),
  name: Joi.string().max(200).required(),
  width: Joi.number().greater(0).max(100_000).required(),
  height: Joi.number().greater(0).max(100_000).required(),
  unit: Joi.valid(...Object.keys(units)).required(),
  ground: Joi.alternatives(Joi.valid(null), fieldSchema({ name: 'ground', type: 'colour' })).required(),
  grid: Joi.object({
    on: Joi.boolean().required(),
    spacing: Joi.number().greater(0).max(lengthLimit).required(),
    kind: Joi.valid(...gridKinds).default('square'),
    angleA: Joi.number().min(-360).max(360).default(squareGrid.angleA),
    angleB: Joi.number().min(-360).max(360).default(squareGrid.angleB),
    spokes: Joi.number().integer().min(1).max(720).default(squareGrid.spokes),
  }).required(),
  guides: Joi.array()
    .items(
      Joi.object({
        id: id.required(),
        axis: Joi.valid('x', 'y').required(),
        at: coordinate.required(),
        slant: Joi.number().min(-90).max(90),
      }),
    )
    .max(1000)
    .required(),
  parts: Joi.array().items(id).unique().required(),
  formulas,
  inks,
});

/** All of a design but its parts; sheets with the lists of theirs. */
const head = {
  format: Joi.valid(formatName).required(),
  version: Joi.valid(formatVersion).required(),
  name: Joi.string().trim().min(1).max(200).required(),
  measures,
  palette,
  looks,
  sheets: Joi.array().items(sheet).min(1).max(200).unique('id').required(),
};

export const headSchema = Joi.object(head);

export const partSchema = part;

/** Ids of parts. */
export const idSchema = id;
