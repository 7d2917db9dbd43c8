import Joi from 'joi';
import { coatFields, paintKinds, paints, stopsSchema } from '../coat';
import { interpolations } from '../colour/gradient';
import { drawingFields } from '../construction/settings';
import { formats, mostRows } from '../delivery';
import { usualLamp } from '../depth/light';
import { finishes } from '../finish';
import { units } from '../geometry/units';
import { holders } from '../holder';
import { proofs } from '../proof';
import { ruleFields } from '../proof/rules';
import { blendModes } from '../scene/types';
import { primitives } from '../source';
import { steps } from '../step';
import { squareGrid } from './create';
import { colourSchema, fieldSchema, fieldsSchema } from './field-schema';
import { colour, type Field, lengthLimit } from './fields';
import { idSchema as idOf } from './id-schema';
import { drawnOn, formatName, formatVersion, gridKinds } from './types';

const id = idOf(Joi);
const coordinate = Joi.number().min(-lengthLimit).max(lengthLimit);

function cardSchema(kinds: Readonly<Record<string, { fields: readonly Field[] }>>): Joi.Schema {
  const forms = Object.entries(kinds).map(([kind, d]) => ({
    is: kind,
    then: Joi.object(fieldsSchema(Joi, d.fields)),
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
        ...fieldsSchema(Joi, d.stored),
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
    ...fieldsSchema(Joi, coatFields[kind]),
  }).unknown(false);

const coat = Joi.object({ kind: Joi.valid('fill', 'stroke').required() })
  .unknown()
  .when('.kind', { is: 'fill', then: coatForm('fill'), otherwise: coatForm('stroke') });

const source = Joi.alternatives().conditional('.kind', {
  switch: Object.entries({ ...primitives, ...holders }).map(([kind, d]) => ({
    is: kind,
    then: Joi.object({ kind: Joi.valid(kind), ...fieldsSchema(Joi, d.fields), ...d.schema?.(Joi) }),
  })),
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

const colourText = colourSchema(Joi);

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

const wall = Joi.object({
  proofs: Joi.array().items(cardSchema(proofs)).max(200).unique('id').required(),
  rules: Joi.object(fieldsSchema(Joi, ruleFields)).required(),
});

/** A set of files to deliver. */
export const exportSet = Joi.object({
  pattern: Joi.string().min(1).max(200).required(),
  rows: Joi.array().items(cardSchema(formats)).max(mostRows).unique('id').required(),
});

const part = Joi.object({
  id: id.required(),
  name: Joi.string().max(200).required(),
  hidden: Joi.boolean().required(),
  locked: Joi.boolean().required(),
  construction: Joi.boolean(),
  reference: Joi.boolean(),
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
  ground: Joi.alternatives(
    Joi.valid(null),
    fieldSchema(Joi, colour('ground', 'Ground', 'What the sheet is painted with.')),
  ).required(),
  grid: Joi.object({
    on: Joi.boolean().required(),
    spacing: Joi.number().greater(0).max(lengthLimit).required(),
    kind: Joi.valid(...gridKinds).default('square'),
    angleA: Joi.number().min(-360).max(360).default(squareGrid.angleA),
    angleB: Joi.number().min(-360).max(360).default(squareGrid.angleB),
    spokes: Joi.number().integer().min(1).max(720).default(squareGrid.spokes),
    plane: Joi.valid(...drawnOn).default(squareGrid.plane),
  }).required(),
  lamp: Joi.object({
    direction: Joi.number().min(-360).max(360).required(),
    height: Joi.number().min(0).max(90).required(),
  }).default(usualLamp),
  guides: Joi.array()
    .items(
      Joi.object({
        id: id.required(),
        axis: Joi.valid('x', 'y').required(),
        at: coordinate.required(),
        slant: Joi.number().min(-90).max(90),
        locked: Joi.boolean(),
      }),
    )
    .max(1000)
    .required(),
  parts: Joi.array().items(id).unique().required(),
  drawing: Joi.object({
    of: id.required(),
    without: Joi.array().items(id).unique().max(10_000).required(),
    ...fieldsSchema(Joi, drawingFields),
  }),
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
  wall,
  exports: exportSet,
  sheets: Joi.array().items(sheet).min(1).max(200).unique('id').required(),
};

export const headSchema = Joi.object(head);

export const partSchema = part;

/** Cards of the lists of a recipe. */
export const cardSchemas = {
  coats: coat.required(),
  steps: cardSchema(steps).required(),
  finishes: cardSchema(finishes).required(),
} as const;

/** Ids of parts. */
export const idSchema = id;
