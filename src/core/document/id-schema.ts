import type Joi from 'joi';

/** The id of a part, a card or any other thing of a design. No record can have a member “__proto__” like any other. */
export const idSchema = (joi: typeof Joi): Joi.StringSchema =>
  joi
    .string()
    .pattern(/^[\w-]{1,40}$/)
    .invalid('__proto__');

/** Names of faces that outlines cut out. */
export const faceKeysSchema = (joi: typeof Joi): Joi.ArraySchema =>
  joi
    .array()
    .items(joi.string().pattern(/^[\w.]{1,1000}$/))
    .max(10_000);
