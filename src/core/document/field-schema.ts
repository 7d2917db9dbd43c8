import type Joi from 'joi';
import { colour, type Field, fieldFault } from './fields';

/** How the stored value of a field is checked; where documents may lack it, what that means is put in. */
export function fieldSchema(joi: typeof Joi, field: Field): Joi.Schema {
  const any = field.absent === undefined ? joi.any().required() : joi.any().default(field.absent);
  return any.custom((value, helpers) => {
    const fault = fieldFault(field, value);
    return fault ? helpers.message({ custom: `“${field.name}” ${fault}` }) : value;
  });
}

/** How the stored values of fields are checked, by their names. */
export const fieldsSchema = (joi: typeof Joi, fields: readonly Field[]): Joi.SchemaMap =>
  Object.fromEntries(fields.map((f) => [f.name, fieldSchema(joi, f)]));

/** A colour as hex. */
export const colourSchema = (joi: typeof Joi): Joi.Schema =>
  fieldSchema(joi, colour('colour', 'Colour', 'As hex.'));
