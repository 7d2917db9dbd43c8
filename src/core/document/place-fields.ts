import { applyTo, invert, type Matrix } from '../geometry/matrix';
import type { Point } from '../geometry/vector';
import type { Field } from './fields';

type Values = Readonly<Record<string, unknown>>;

/** The two fields of the place that a field is one coordinate of. */
function pairOf(fields: readonly Field[], field: Field): readonly [Field, Field] {
  const i = fields.indexOf(field);
  return field.axis === 'x' ? [field, fields[i + 1]] : [fields[i - 1], field];
}

/** A place that stands in the part's own coordinates, in the sheet's; `world` leads from one to the other. */
export function placeOnSheet(fields: readonly Field[], field: Field, params: Values, world: Matrix): Point {
  const [fx, fy] = pairOf(fields, field);
  return applyTo(world, { x: params[fx.name] as number, y: params[fy.name] as number });
}

/**
 * The parameters when one coordinate of a place on the sheet is another and the other stays. Empty
 * where the part is too flat to say.
 */
export function withPlaceOnSheet(
  fields: readonly Field[],
  field: Field,
  params: Values,
  world: Matrix,
  value: number,
): Readonly<Record<string, number>> {
  const [fx, fy] = pairOf(fields, field);
  const back = invert(world);
  if (!back) return {};
  const own = applyTo(back, { ...placeOnSheet(fields, field, params, world), [field.axis ?? 'x']: value });
  return { [fx.name]: own.x, [fy.name]: own.y };
}
