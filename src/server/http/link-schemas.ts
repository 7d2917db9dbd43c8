import Joi from 'joi';
import {
  type CommentChange,
  type LinkChange,
  type LinkWish,
  linkLimits,
  linkWidths,
  type SaidComment,
  type SaidDecision,
} from '@/core';
import type { WantedPicture } from '../links/pictures';
import { designParams, text } from './schemas';

const line = (max: number) => text.trim().max(max);

/** What a link can show of a design. */
const address = Joi.string()
  .pattern(/^(?:sheet|proofs):[\w-]{1,40}$/)
  .messages({ 'string.pattern.base': '{{#label}} must name a sheet or the proofs of one' });

const wish = {
  title: line(linkLimits.title).min(1),
  note: line(linkLimits.note).allow(''),
  subjects: Joi.array().items(address).min(1).max(linkLimits.subjects).unique(),
  expiresAt: Joi.date().iso().greater('now').raw().allow(null).messages({
    'date.greater': 'The day on which the link expires must lie ahead',
  }),
  password: text.min(1).max(linkLimits.password).allow(null),
};

export const linkBody = Joi.object<LinkWish>({
  title: wish.title.required(),
  note: wish.note.default(''),
  subjects: wish.subjects.required(),
  expiresAt: wish.expiresAt.default(null),
  password: wish.password.default(null),
});

export const linkChangeBody = Joi.object<LinkChange>({ ...wish, revoked: Joi.boolean() }).min(1);

const noLink = { 'string.pattern.base': 'There is no such link' };

export const linkParams = Joi.object<{ id: string }>({
  id: designParams.extract('id').messages(noLink),
});

export const commentParams = linkParams.append<{ id: string; comment: string }>({
  comment: designParams.extract('id').messages({ 'string.pattern.base': 'There is no such comment' }),
});

export const decisionParams = linkParams.append<{ id: string; decision: string }>({
  decision: designParams.extract('id').messages({ 'string.pattern.base': 'There is no such decision' }),
});

export const versionBody = Joi.object<{ note: string }>({
  note: line(linkLimits.note).allow('').default(''),
});

export const answerBody = Joi.object<CommentChange>({
  answer: line(linkLimits.text).allow(''),
  done: Joi.boolean(),
}).min(1);

const version = Joi.number().integer().min(1).max(linkLimits.versions).required();
const share = Joi.number().min(0).max(1).allow(null);
/** Characters that turn what follows them round, so that a name could be read as another (UAX 9, 2.1–2.6). */
const turning = /[\u061c\u200e\u200f\u202a-\u202e\u2066-\u2069]/;

/** A name that can be seen, and reads as it is written. */
const name = line(linkLimits.name)
  .min(1)
  .required()
  .custom((value: string, helpers) => {
    if (turning.test(value))
      return helpers.message({ custom: 'The name has signs that turn its letters round' });
    return /[\p{L}\p{N}\p{P}\p{S}]/u.test(value)
      ? value
      : helpers.message({ custom: 'The name has nothing that can be seen' });
  });

export const commentBody = Joi.object<SaidComment>({
  version,
  of: address.required(),
  x: share.default(null),
  y: share.default(null),
  name,
  text: line(linkLimits.text).min(1).required(),
}).custom((said: SaidComment, helpers) =>
  (said.x === null) === (said.y === null)
    ? said
    : helpers.message({ custom: 'A place has both an x and a y, or there is none' }),
);

export const decisionBody = Joi.object<SaidDecision>({
  kind: Joi.valid('chosen', 'declined').required(),
  version,
  of: address.allow('').default(''),
  name,
  text: line(linkLimits.text).allow('').default(''),
});

export const passwordBody = Joi.object<{ password: string }>({
  password: text.max(linkLimits.password).required(),
});

export const linkPictureParams = Joi.object<WantedPicture>({
  version,
  of: address.required(),
  width: Joi.number()
    .valid(...linkWidths)
    .required(),
});
