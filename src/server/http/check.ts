import type Joi from 'joi';
import { BadRequest } from './errors';

/** Complaints that one answer tells. */
const mostTold = 20;

/** Checks data from outside. @throws BadRequest naming each field that is wrong, twenty at most. */
export function check<T>(schema: Joi.Schema<T>, data: unknown): T {
  const { error, value } = schema.validate(data, { abortEarly: false });
  if (!error) return value as T;
  const details = error.details
    .slice(0, mostTold)
    .map((d) => ({ where: d.path.join(' › ') || 'request', message: d.message }));
  throw new BadRequest(details.map((d) => d.message).join('. '), details);
}
