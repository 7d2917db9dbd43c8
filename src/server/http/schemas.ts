import Joi from 'joi';
import { type BlockPlace, type Depth, type ExportSet, isPlacedImage, type SentChange } from '@/core';
import { exportSetSchema } from '@/core/reading';
import { mostPages } from '../pdf/pages';
import { pictureLimit } from '../pictures';
import { purposes } from '../purposes';

/** A UUID in the one form that this program writes. */
const uuid = Joi.string().pattern(/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/);

export const designParams = Joi.object<{ id: string }>({
  id: uuid.required().messages({ 'string.pattern.base': 'There is no such design' }),
});

export const fontParams = Joi.object<{ id: string }>({
  id: Joi.string()
    .pattern(/^own-[0-9a-f]{40}$/)
    .required()
    .messages({ 'string.pattern.base': 'There is no such font' }),
});

export const imageParams = Joi.object<{ id: string }>({
  id: Joi.string()
    .custom((id: string, helpers) => (isPlacedImage(id) ? id : helpers.error('any.invalid')))
    .required()
    .messages({ 'any.invalid': 'There is no such picture' }),
});

const blockNumber = Joi.number().integer().min(0).max(200).required();

export const blockParams = imageParams.append<{ id: string } & BlockPlace>({
  level: blockNumber,
  column: blockNumber,
  row: blockNumber,
});

/** A text that the database can keep. */
export const text = Joi.string().custom((value: string, helpers) =>
  value.isWellFormed() && !value.includes('\0')
    ? value
    : helpers.message({ custom: '{{#label}} holds half a character or a NUL' }),
);

export const createBody = Joi.object<{ purpose?: string; name?: string; document?: unknown }>({
  purpose: Joi.string().valid(...purposes.map((p) => p.id)),
  name: text.trim().min(1).max(200),
  document: Joi.object().unknown(),
}).xor('purpose', 'document');

export const deliveryParams = Joi.object<{ id: string }>({
  id: uuid.required().messages({ 'string.pattern.base': 'There is no such delivery' }),
});

export const deliveredParams = deliveryParams.append<{ id: string; number: number }>({
  number: Joi.number().integer().min(0).max(10_000).required(),
});

/** Files that are asked for; those of the design’s own set where none are named. */
export const deliveryBody = Joi.object<{ set?: ExportSet }>({ set: exportSetSchema });

/** Steps that a pointer may have: a field lies a dozen deep. */
const mostSteps = 64;

const pointer = text
  .allow('')
  .max(2000)
  .pattern(new RegExp(`^[^/]*(/[^/]*){0,${mostSteps}}$`))
  .messages({ 'string.pattern.base': `{{#label}} may have ${mostSteps} steps at most` });

export const operation = Joi.object({
  op: Joi.valid('add', 'remove', 'replace', 'move', 'copy', 'test').required(),
  path: pointer.required(),
  from: Joi.when('op', {
    is: Joi.valid('move', 'copy'),
    then: pointer.required(),
    otherwise: Joi.forbidden(),
  }),
  value: Joi.when('op', {
    is: Joi.valid('add', 'replace', 'test'),
    then: Joi.any().required(),
    otherwise: Joi.forbidden(),
  }),
});

/** Operations that one change may have. */
export const operationLimit = 20_000;

const word = text.min(1).max(64);

/** A change but for its operations, which are checked some at a time. */
export const changeBody = Joi.object<Omit<SentChange, 'patch'> & { patch: unknown[] }>({
  changeId: word.required(),
  clientId: word.required(),
  base: Joi.number().integer().min(0).required(),
  seen: Joi.number().integer().min(0).default(Joi.ref('base')),
  own: Joi.array().items(word).max(50).default([]),
  role: Joi.valid('do', 'undo', 'redo').required(),
  label: text.max(200).required(),
  patch: Joi.array().sparse().min(1).max(operationLimit).required(),
});

export const sinceQuery = Joi.object<{ since: number }>({ since: Joi.number().integer().min(0).default(0) });

/** A design at an earlier state of it. */
export const pastQuery = Joi.object<{ at?: number }>({ at: Joi.number().integer().min(0) });

/** How many pages of a file are asked for. */
export const pagesQuery = Joi.object<{ most: number }>({
  most: Joi.number().integer().min(1).max(mostPages).default(mostPages),
});

/** What a kept scene is known by. */
export const sceneQuery = Joi.object<{ key: string }>({ key: Joi.string().hex().length(64).required() });

export const pictureQuery = Joi.object<{
  sheet?: string;
  width?: number;
  dpi: number;
  ground: boolean;
  depth: Depth;
  download: boolean;
  last: boolean;
  seq?: number;
}>({
  sheet: text.max(200),
  width: Joi.number()
    .min(1)
    .max(pictureLimit)
    .messages({ 'number.max': `A picture may be at most ${pictureLimit} pixels wide` }),
  dpi: Joi.number().min(1).max(10_000).default(96),
  ground: Joi.boolean().default(true),
  depth: Joi.number().valid(8, 16).default(8),
  download: Joi.boolean().default(false),
  last: Joi.boolean().default(false),
  seq: Joi.number().integer().min(0),
});
