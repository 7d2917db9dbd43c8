import Joi from 'joi';
import { coatFields, paintKinds, paints, stopsSchema } from '../coat';
import { interpolations } from '../colour/gradient';
import { finishes } from '../finish';
import { units } from '../geometry/units';
import { type HolderKind, holders } from '../holder';
import { namesIn } from '../measure/expression';
import { measuresOf } from '../measure/formulas';
import { measureFaults } from '../measure/measures';
import { blendModes } from '../scene/types';
import { primitives } from '../source';
import { steps } from '../step';
import { squareGrid } from './create';
import { type Field, fieldFault, lengthLimit } from './fields';
import { type Design, formatName, formatVersion, gridKinds, holdsParts } from './types';

/** One thing that is wrong with a design: where, by names a designer knows, and what. */
export interface DesignFault {
  readonly where: string;
  readonly message: string;
}

/** Thrown for a design that cannot be read. */
export class DesignError extends Error {
  constructor(readonly faults: readonly DesignFault[]) {
    super(faults.map((f) => `${f.where}: ${f.message}`).join('\n'));
    this.name = 'DesignError';
  }
}

const id = Joi.string().pattern(/^[\w-]{1,40}$/);
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

const contour = Joi.object({
  closed: Joi.boolean().required(),
  pressure: Joi.array().items(Joi.number().min(0).max(1)).max(256),
  xy: Joi.array()
    .items(coordinate)
    .max(600_002)
    .required()
    .custom((xy: number[], helpers) =>
      xy.length === 0 || xy.length % 6 === 2
        ? xy
        : helpers.message({ custom: '“xy” must hold a node and then six numbers a segment' }),
    ),
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
              contours: Joi.array().items(contour).max(100_000).required(),
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
    .required(),
  parts: Joi.array().items(id).unique().required(),
  formulas,
  inks,
});

const design = Joi.object({
  format: Joi.valid(formatName).required(),
  version: Joi.valid(formatVersion).required(),
  name: Joi.string().trim().min(1).max(200).required(),
  measures,
  palette,
  looks,
  sheets: Joi.array().items(sheet).min(1).max(200).required(),
  parts: Joi.object().pattern(id, part.required()).required(),
});

/** A place in a design by the names of its parts and sheets rather than by keys. */
function placeName(raw: unknown, path: readonly (string | number)[]): string {
  const d = raw as { parts?: Record<string, { name?: unknown }>; sheets?: { name?: unknown }[] };
  const [first, second, ...rest] = path;
  const tail = rest.length ? `, ${rest.join(' › ')}` : '';
  if (first === 'parts' && second !== undefined) return `Part “${d.parts?.[second]?.name ?? second}”${tail}`;
  if (first === 'sheets' && second !== undefined)
    return `Sheet “${d.sheets?.[Number(second)]?.name ?? second}”${tail}`;
  return path.length ? path.join(' › ') : 'The design';
}

/** Faults that only the whole shows: parts that are missing, in two places, or inside themselves. */
function treeFaults(d: Design): DesignFault[] {
  const faults: DesignFault[] = [];
  const seen = new Set<string>();
  const visit = (key: string, where: string, depth: number) => {
    const p = d.parts[key];
    if (!p) faults.push({ where, message: `the part “${key}” is missing` });
    else if (p.id !== key) faults.push({ where: `Part “${p.name}”`, message: 'its id differs from its key' });
    else if (seen.has(key))
      faults.push({ where: `Part “${p.name}”`, message: 'stands in two places or inside itself' });
    else if (depth > 40) faults.push({ where: `Part “${p.name}”`, message: 'is nested more than 40 deep' });
    else {
      seen.add(key);
      if (p.children.length && !holdsParts(p.source))
        faults.push({ where: `Part “${p.name}”`, message: 'cannot hold other parts' });
      for (const child of p.children) visit(child, `Part “${p.name}”`, depth + 1);
    }
  };
  for (const s of d.sheets) for (const key of s.parts) visit(key, `Sheet “${s.name}”`, 0);
  for (const key of Object.keys(d.parts))
    if (!seen.has(key)) faults.push({ where: `Part “${d.parts[key].name}”`, message: 'is on no sheet' });
  return faults;
}

/** Measures that go round or name nothing, and formulas that name no measure. */
function measureFaultsOf(d: Design): DesignFault[] {
  const all = measuresOf(d);
  const faults = measureFaults(all).map((message) => ({ where: 'Measures', message }));
  const names = new Set(all.map((m) => m.name));
  for (const owner of [...Object.values(d.parts), ...d.sheets])
    for (const { text } of Object.values(owner.formulas ?? {}))
      for (const name of namesIn(text).filter((n) => !names.has(n)))
        faults.push({
          where: `“${owner.name}”`,
          message: `follows “${text}”, but there is no measure “${name}”`,
        });
  return faults;
}

/**
 * Checks stored or received data and returns it as a design; fields that came later are filled in.
 * @throws DesignError naming the part and the field of each fault, twenty at most.
 */
export function readDesign(raw: unknown): Design {
  if (typeof raw !== 'object' || raw === null)
    throw new DesignError([{ where: 'The design', message: 'is not a design document' }]);
  const head = raw as { format?: unknown; version?: unknown };
  if (head.format !== formatName)
    throw new DesignError([{ where: 'The design', message: 'is not a Silent Compass design' }]);
  if (head.version !== formatVersion)
    throw new DesignError([
      {
        where: 'The design',
        message: `has version ${String(head.version)}; this program reads version ${formatVersion}`,
      },
    ]);
  const { error, value } = design.validate(raw, { abortEarly: false, convert: false });
  if (error)
    throw new DesignError(
      error.details
        .slice(0, 20)
        .map((e) => ({ where: placeName(raw, e.path), message: e.message.replace(/^"[^"]*" /, '') })),
    );
  const faults = [...treeFaults(value as Design), ...measureFaultsOf(value as Design)];
  if (faults.length) throw new DesignError(faults.slice(0, 20));
  return value as Design;
}

/** Reads a design from text. @throws DesignError also where the text is not JSON. */
export function parseDesign(text: string): Design {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (cause) {
    throw new DesignError([{ where: 'The file', message: `is not JSON (${(cause as Error).message})` }]);
  }
  return readDesign(raw);
}
