/**
 * npm run render -- DESIGN --out FILE: a design from a file (its own or an SVG), or by its id, as a file of the kind that the end of its name says;
 * with --all its whole set of files into a folder. DESIGN --help tells of all settings.
 */
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { parseArgs } from 'node:util';
import {
  type Card,
  type Design,
  emptySet,
  type Field,
  fieldFault,
  formats,
  imageIdsIn,
  makeRow,
  plannedFiles,
  provideKeptScenes,
} from '@/core';
import { recipeIn, svgToDesign } from '@/core/importing';
import { parseDesign } from '@/core/reading';
import { writeDelivered } from './encode';
import { takeFaces } from './faces';
import { keptInFiles } from './kept-scenes';
import { limitsFromEnvironment } from './limits';

/** The live design that an SVG has inside, or one of what it shows; what was left out of that is told. */
function fromSvg(text: string, name: string): Design {
  const recipe = recipeIn(text);
  if (recipe !== null) return parseDesign(recipe);
  const { design, report } = svgToDesign(text, name);
  for (const { what, count, where } of report)
    console.log(`Not as in the file: ${what} (${count}): ${where.join(', ')}`);
  return design;
}

/** A design from a file, or by its id from the database; with the faces it is set in at hand. */
async function load(wanted: string): Promise<Design> {
  if (existsSync(wanted)) {
    const text = readFileSync(wanted, 'utf8');
    const design = /\.svg$/i.test(wanted)
      ? fromSvg(text, path.basename(wanted, path.extname(wanted)))
      : parseDesign(text);
    await takeFaces(design, null);
    if (imageIdsIn(JSON.stringify(design)).length)
      throw new Error('Pictures are placed in it, which only the database has: say the id of the design.');
    return design;
  }
  if (!/^[0-9a-f]{8}-[0-9a-f-]{27}$/i.test(wanted))
    throw new Error(`There is no file “${wanted}”, and it is not a design’s id.`);
  // The database is taken up where it is needed.
  const { storedDesign } = await import('./stored-design');
  return storedDesign(wanted);
}

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
function kindOf(name: string, said: string | undefined): string {
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

const options = {
  sheet: { type: 'string' },
  part: { type: 'string' },
  proofs: { type: 'boolean', default: false },
  format: { type: 'string' },
  width: { type: 'string' },
  dpi: { type: 'string' },
  depth: { type: 'string' },
  'no-ground': { type: 'boolean', default: false },
  set: { type: 'string', multiple: true },
  all: { type: 'boolean', default: false },
  out: { type: 'string' },
  help: { type: 'boolean', default: false },
} as const;

type Options = ReturnType<typeof parseArgs<{ options: typeof options }>>['values'];

/** The row that the options ask for. @throws Error in words where one does not fit. */
function rowOf(design: Design, out: string, values: Options): Card {
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

/** All settings of all kinds of files, a line each. */
const told = (): string =>
  Object.values(formats)
    .map(({ kind, label, about, fields }) =>
      [
        `${kind}: ${label}. ${about}`,
        ...fields.map(
          (f) =>
            `  --set ${f.name}=…  ${f.label}. ${f.about}${f.options ? ` One of ${Object.keys(f.options).join(', ')}.` : ''}`,
        ),
      ].join('\n'),
    )
    .join('\n');

async function main(): Promise<void> {
  const { positionals, values } = parseArgs({ allowPositionals: true, options });
  if (values.help) {
    console.log(told());
    return;
  }
  const [wanted] = positionals;
  if (!wanted || !values.out)
    throw new Error('Say which design and where to: npm run render -- DESIGN --width 4096 --out FILE.png');
  const design = await load(wanted);
  limitsFromEnvironment();
  provideKeptScenes(keptInFiles);
  if (/\.json$/i.test(values.out)) {
    writeFileSync(values.out, `${JSON.stringify(design)}\n`);
    console.log(values.out);
    return;
  }
  if (!values.all) {
    const set = { ...emptySet, rows: [rowOf(design, values.out, values)] };
    await takeFaces({ ...design, exports: set }, null);
    const [file] = plannedFiles(design, set);
    for (const note of await writeDelivered(design, [file], file, values.out)) console.log(note);
    console.log(values.out);
    return;
  }
  const files = plannedFiles(design, design.exports ?? emptySet);
  if (!files.length) throw new Error(`“${design.name}” has no set of files to deliver.`);
  for (const file of files) {
    const to = path.join(values.out, file.name);
    mkdirSync(path.dirname(to), { recursive: true });
    for (const note of await writeDelivered(design, files, file, to)) console.log(`${to}: ${note}`);
    console.log(to);
  }
}

main().catch((e: unknown) => {
  console.error((e as Error).message);
  process.exitCode = 1;
});
