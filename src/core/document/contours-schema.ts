import type Joi from 'joi';
import { lengthLimit } from './fields';

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

/** How the contours of a drawn path are checked. */
export const contoursSchema = (joi: typeof Joi): Joi.ArraySchema =>
  joi
    .array()
    .sparse()
    .max(100_000)
    .custom((list: unknown[], helpers) => {
      const fault = contoursFault(list);
      return fault === null ? list : helpers.message({ custom: fault });
    });
