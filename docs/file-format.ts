import { readFileSync } from 'node:fs';
import Joi from 'joi';
import { coatFields, coatWords, paints } from '@/core/coat';
import { drawingFields } from '@/core/construction/settings';
import { formats } from '@/core/delivery';
import { nameWords } from '@/core/delivery/file-name';
import type { Described } from '@/core/document/described';
import { type Field, lengthLimit } from '@/core/document/fields';
import { finishes } from '@/core/finish';
import { holders } from '@/core/holder';
import { proofs } from '@/core/proof';
import { primitives } from '@/core/source';
import { steps } from '@/core/step';

const template = new URL('file-format.in.md', import.meta.url);

const code = (v: unknown): string => `\`${typeof v === 'string' ? v || '""' : JSON.stringify(v)}\``;
const cell = (text: string): string => text.replaceAll('|', '\\|').replaceAll('\n', ' ');

const units: Partial<Record<Field['type'], string>> = {
  length: 'sheet units',
  angle: 'degrees',
  percent: 'share',
  count: 'whole number',
  number: 'number',
  lengths: 'list of sheet units',
  shares: 'list of shares',
  curve: 'places and heights of points in turn, shares',
  corners: 'radii by `piece.contour.segment`',
  colour: 'colour',
  part: 'id of a part, or `""`',
  other: 'what is held against it, or `""`',
  subject: 'address of what is shown, or `""`',
  text: 'text',
  sizes: 'list of whole numbers',
  switch: '`true`, `false`',
};

function range({ min = -Infinity, max = Infinity }: Field): string {
  const [from, to] = [min > -lengthLimit, max < lengthLimit];
  if (from && to) return `, ${min} to ${max}`;
  if (from) return `, ${min} or more`;
  return to ? `, ${max} or less` : '';
}

function values(f: Field): string {
  if (f.type === 'choice')
    return Object.keys(f.options ?? {})
      .map(code)
      .join(', ');
  const ranged = typeof f.min === 'number' || typeof f.max === 'number' ? range(f) : '';
  return `${units[f.type]}${ranged}`;
}

function conditions(f: Field): string {
  return [
    f.onlyIf &&
      `Means something only where ${code(f.onlyIf.name)} is ${[f.onlyIf.is].flat().map(code).join(' or ')}.`,
    f.unless && `Means nothing where ${code(f.unless.name)} is ${code(f.unless.is)}.`,
    f.absent !== undefined && `Left out: ${code(f.absent)}.`,
  ]
    .filter(Boolean)
    .join(' ');
}

const row = (name: string, held: string, about: string): string =>
  `| ${code(name)} | ${cell(held)} | ${cell(about)} |`;

const fieldRow = (f: Field): string =>
  row(f.name, values(f), `${f.label}. ${f.about} ${conditions(f)}`.trimEnd());

/** What a schema tells of itself, as far as it is used here. */
interface Told {
  readonly type?: string;
  readonly flags?: { readonly presence?: string; readonly description?: string; readonly only?: boolean };
  readonly allow?: readonly unknown[];
  readonly items?: readonly Told[];
  readonly keys?: Readonly<Record<string, Told>>;
  readonly matches?: readonly { readonly schema: Told }[];
}

/** The form of what a schema allows, in short. */
function form(t: Told): string {
  if (t.flags?.only && t.allow) return t.allow.map((v) => JSON.stringify(v)).join(', ');
  if (t.keys) {
    const names = Object.entries(t.keys).map(([k, v]) => (v.flags?.presence === 'required' ? k : `${k}?`));
    return `{ ${names.join(', ')} }`;
  }
  if (t.matches) return t.matches.map((m) => form(m.schema)).join(', or ');
  if (t.type === 'array') return t.items?.length ? `list of ${form(t.items[0])}` : 'list';
  return t.type === 'any' || !t.type ? 'value' : t.type;
}

/** Rows of what a definition stores beside its fields; each must say what it is. */
function storedRows(schema: ((joi: typeof Joi) => Joi.SchemaMap) | undefined): string[] {
  return Object.entries(schema?.(Joi) ?? {}).map(([name, s]) => {
    const told = (s as Joi.Schema).describe() as Told;
    const about = told.flags?.description;
    if (!about) throw new Error(`“${name}” does not say what it is.`);
    return row(name, form(told), `${about}${told.flags?.presence === 'required' ? '' : ' May be left out.'}`);
  });
}

interface Kind extends Described {
  readonly fields: readonly Field[];
  schema?(joi: typeof Joi): Joi.SchemaMap;
}

function section(kind: string, d: Kind): string {
  const rows = [...storedRows(d.schema), ...d.fields.map(fieldRow)];
  const table = rows.length ? ['', '| member | holds | what |', '|---|---|---|', ...rows] : [];
  return [`### \`${kind}\` ${d.label}`, '', d.about, ...table, ''].join('\n');
}

const sections = (kinds: Readonly<Record<string, Kind>>): string =>
  Object.entries(kinds)
    .map(([kind, d]) => section(kind, d))
    .join('\n')
    .trimEnd();

const parts: Readonly<Record<string, () => string>> = {
  sources: () => sections({ ...primitives, ...holders }),
  steps: () => sections(steps),
  coats: () =>
    sections({
      fill: { ...coatWords.fill, fields: coatFields.fill },
      stroke: { ...coatWords.stroke, fields: coatFields.stroke },
    }),
  paints: () =>
    sections(
      Object.fromEntries(
        Object.entries(paints).map(([kind, d]) => [kind, { ...d, fields: d.stored } as Kind]),
      ),
    ),
  finishes: () => sections(finishes),
  proofs: () => sections(proofs),
  formats: () => sections(formats),
  names: () =>
    [
      '| word | stands for |',
      '|---|---|',
      ...Object.entries(nameWords).map(([word, about]) => `| ${code(`{${word}}`)} | ${about} |`),
    ].join('\n'),
  drawing: () => ['| member | holds | what |', '|---|---|---|', ...drawingFields.map(fieldRow)].join('\n'),
};

/** The document of the file format: what is written about it, and what the definitions say of themselves. */
export const fileFormat = (): string =>
  readFileSync(template, 'utf8').replace(/^\{\{(\w+)\}\}$/gm, (_, name: string) => parts[name]());
