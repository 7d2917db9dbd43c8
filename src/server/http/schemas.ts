import Joi from 'joi';
import type { Depth } from '@/core';
import { pictureLimit } from '../pictures';
import { purposes } from '../purposes';

export const designParams = Joi.object<{ id: string }>({
  id: Joi.string().uuid().required().messages({ 'string.guid': 'There is no such design' }),
});

export const fontParams = Joi.object<{ id: string }>({
  id: Joi.string()
    .pattern(/^own-[0-9a-f]{40}$/)
    .required()
    .messages({ 'string.pattern.base': 'There is no such font' }),
});

export const createBody = Joi.object<{ purpose?: string; name?: string; document?: unknown }>({
  purpose: Joi.string().valid(...purposes.map((p) => p.id)),
  name: Joi.string().trim().min(1).max(200),
  document: Joi.object().unknown(),
}).xor('purpose', 'document');

const operation = Joi.object({
  op: Joi.valid('add', 'remove', 'replace', 'move', 'copy', 'test').required(),
  path: Joi.string().allow('').max(2000).required(),
  from: Joi.string().allow('').max(2000),
  value: Joi.any(),
});

export const changeBody = Joi.object({
  changeId: Joi.string().max(64).required(),
  clientId: Joi.string().max(64).required(),
  base: Joi.number().integer().min(0).required(),
  role: Joi.valid('do', 'undo', 'redo').required(),
  label: Joi.string().max(200).required(),
  patch: Joi.array().items(operation).min(1).max(100_000).required(),
  inverse: Joi.array().items(operation).max(100_000).required(),
});

export const sinceQuery = Joi.object<{ since: number }>({ since: Joi.number().integer().min(0).default(0) });

export const pictureQuery = Joi.object<{
  sheet?: string;
  width?: number;
  dpi: number;
  ground: boolean;
  depth: Depth;
  download: boolean;
  seq?: number;
}>({
  sheet: Joi.string().max(200),
  width: Joi.number()
    .min(1)
    .max(pictureLimit)
    .messages({ 'number.max': `A picture may be at most ${pictureLimit} pixels wide` }),
  dpi: Joi.number().min(1).max(10_000).default(96),
  ground: Joi.boolean().default(true),
  depth: Joi.number().valid(8, 16).default(8),
  download: Joi.boolean().default(false),
  seq: Joi.number().integer().min(0),
});
