import path from 'node:path';
import { type Card, type Design, type Field, fieldFault, formats, makeRow } from '@/core';
import type { Options } from './options';

/** How a setting is read from text, by the type of its field; a number for all others. */
const readings: Partial<Record<Field['type'], (text: string) => unknown>> = {
  switch: (text) => (text === 'true' ? true : text === 'false' ? false : text),
  sizes: (text) => text.split(',').map(Number),
  choice: (text) => text,
  colour: (text) => text,
  text: (text) => text,
  subject: (text) => text,
};

/** A setting as its field has it. @throws Error in words where it does not fit. */
function setting(field: Field, text: string): unknown {
  const value = (readings[field.type] ?? Number)(text);
  const fault = fieldFault(field, value);
  if (fault) throw new Error(`“${field.name}” ${fault}.`);
  return value;
}

/** The kind of file that a name ends in. @throws Error naming those there are. */
export function kindOf(name: string, said: string | undefined): string {
  const end = path.extname(name).slice(1).toLowerCase();
  const found = Object.values(formats).find((f) =>
    said ? f.kind === said : f.extension === end || f.kind === end,
  );
  if (!found)
    throw new Error(
      `“${said ?? name}” is no kind of file that is made here. There are: ${Object.keys(formats).join(', ')}.`,
    );
  return found.kind;
}

/** Address of a sheet, of its proofs, or of a part, by name or id. @throws Error where there is none such. */
function addressOf({ sheets, parts }: Design, { sheet, part, proofs }: Options): string {
  if (part !== undefined) {
    const found = Object.values(parts).find((p) => p.id === part || p.name === part);
    if (!found) throw new Error(`The design has no part “${part}”.`);
    return `parts:${found.id}`;
  }
  const found = sheet === undefined ? sheets[0] : sheets.find((s) => s.id === sheet || s.name === sheet);
  if (!found)
    throw new Error(`The design has no sheet “${sheet}”. It has: ${sheets.map((s) => s.name).join(', ')}.`);
  return `${proofs ? 'proofs' : 'sheet'}:${found.id}`;
}

/** The row that the options ask for. @throws Error in words where one does not fit. */
export function rowOf(design: Design, out: string, values: Options): Card {
  const kind = kindOf(out, values.format);
  const given: Record<string, string> = {};
  // As many pixels as the sheet has units, where nothing else is said.
  if (formats[kind].made === 'pixels') Object.assign(given, { by: 'scale', scale: '1' });
  if (values.width !== undefined)
    Object.assign(given, { by: 'width', pixels: String(Math.round(Number(values.width))) });
  if (values.dpi !== undefined) given[kind === 'pdf' ? 'fineness' : 'dpi'] = values.dpi;
  if (values.depth !== undefined) given.bits = values.depth;
  if (values['no-ground']) given.ground = 'none';
  for (const pair of values.set ?? []) {
    const at = pair.indexOf('=');
    if (at < 1) throw new Error(`“--set ${pair}” is no “name=value”.`);
    given[pair.slice(0, at)] = pair.slice(at + 1);
  }
  const params = Object.entries(given).map(([name, text]) => {
    const field = formats[kind].fields.find((f) => f.name === name);
    if (!field) throw new Error(`${formats[kind].label} has no setting “${name}”.`);
    return [name, setting(field, text)];
  });
  const of = formats[kind].made === 'list' ? {} : { of: addressOf(design, values) };
  return makeRow(kind, { ...of, ...Object.fromEntries(params) });
}
