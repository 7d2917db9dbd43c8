/** Draws designs, SVG and PDF files as files of any kind: `npm run -s render -- --help` tells how. */
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { type Design, emptySet, formats, plannedFiles, provideKeptScenes } from '@/core';
import { writeDelivered } from '../encode';
import { takeFaces } from '../faces';
import { keptInFiles } from '../kept-scenes';
import { limitsFromEnvironment } from '../limits';
import { folderStem } from '../temporary';
import { helpText, type Options, parsing } from './options';
import { kindOf, rowOf } from './rows';
import { type Loaded, placeOf, Reader, type Source, sourcesOf } from './sources';

/** Says something that is no file: beside what goes to standard output. */
const tell = (text: string): void => console.error(text);

/** A name on the disk as it was typed, its folder made where there is none. */
function made(typed: string): string {
  const place = placeOf(typed);
  mkdirSync(path.dirname(place), { recursive: true });
  return place;
}

/** Writes the whole set of files of a design into a folder. @throws Error where it has none. */
async function writeSet(design: Design, folder: string): Promise<void> {
  const files = plannedFiles(design, design.exports ?? emptySet);
  if (!files.length) throw new Error(`“${design.name}” has no set of files to deliver.`);
  for (const file of files) {
    const to = path.join(folder, file.name);
    for (const note of await writeDelivered(design, files, file, made(to))) tell(`${to}: ${note}`);
    console.log(to);
  }
}

/** Writes one file of a design at a place. Returns what is not in it as it is in the design. */
async function writeOne(
  design: Design,
  out: string,
  to: string,
  values: Options,
): Promise<readonly string[]> {
  const set = { ...emptySet, rows: [rowOf(design, out, values)] };
  await takeFaces({ ...design, exports: set }, null);
  const [file] = plannedFiles(design, set);
  return writeDelivered(design, [file], file, to);
}

/** Writes one file of a design to standard output, by way of the disk: kinds of files are written in several turns. */
async function writeOut(design: Design, values: Options): Promise<readonly string[]> {
  const folder = mkdtempSync(folderStem());
  try {
    const kind = kindOf('', values.format);
    const to = path.join(folder, `out.${formats[kind].extension}`);
    const notes = await writeOne(design, to, to, values);
    await new Promise<void>((done, failed) => {
      process.stdout.write(readFileSync(to), (e) => (e ? failed(e) : done()));
    });
    return notes;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Where a source goes. */
const outOf = ({ name }: Source, { out = '' }: Options): string => out.replaceAll('*', name);

/** Draws one source. @throws Error in words where that cannot be done. */
async function draw(source: Source, loaded: Loaded, values: Options): Promise<void> {
  const { design, pictures } = loaded;
  const out = outOf(source, values);
  for (const note of loaded.notes) tell(`${source.typed}: ${note}`);
  if (values.all) {
    await writeSet(design, out);
    return;
  }
  if (/\.json$/i.test(out) || values.format === 'json') {
    if (pictures)
      throw new Error('Pictures inside it cannot be kept in a design file: open it in the studio.');
    const text = `${JSON.stringify(design)}\n`;
    if (out === '-') process.stdout.write(text);
    else writeFileSync(made(out), text);
  } else if (out === '-') for (const note of await writeOut(design, values)) tell(`${source.typed}: ${note}`);
  else {
    for (const note of await writeOne(design, out, made(out), values)) tell(`${out}: ${note}`);
  }
  if (out !== '-') console.log(out);
}

/** Where files go, held against what is drawn. @throws Error in words where it does not fit. */
function checkOut(values: Options, sources: readonly Source[]): void {
  const { out, all, format } = values;
  if (!out) throw new Error('Say where to: --out FILE, or --out - for standard output.');
  if (out === '-' && !format) throw new Error('Say the kind of file for standard output: --format png.');
  if (out === '-' && all) throw new Error('A set of files goes into a folder: --out FOLDER.');
  if (sources.length > 1 && !out.includes('*'))
    throw new Error(
      `These are ${sources.length} sources for one place: put a * into the name, as in --out 'drawn/*.png', for the name of each.`,
    );
  const places = new Map<string, Source>();
  for (const source of sources) {
    const other = places.get(outOf(source, values));
    if (other)
      throw new Error(`“${other.typed}” and “${source.typed}” would both be “${outOf(source, values)}”.`);
    places.set(outOf(source, values), source);
  }
}

/** The number of a page. @throws Error where it is none. */
function pageOf(said: string | undefined): number {
  const page = Number(said ?? 1);
  if (!Number.isInteger(page) || page < 1) throw new Error(`“--page ${said}” is no number of a page.`);
  return page;
}

async function main(): Promise<void> {
  const parsed = parseArgs({ allowPositionals: true, options: parsing });
  const values = parsed.values as Options;
  if (values.help || (!parsed.positionals.length && !values.out)) {
    console.log(helpText());
    return;
  }
  if (!parsed.positionals.length)
    throw new Error('Say what to draw: a file, a pattern, the id of a design, or -.');
  const sources = await sourcesOf(parsed.positionals);
  checkOut(values, sources);
  limitsFromEnvironment();
  provideKeptScenes(keptInFiles);
  const reader = new Reader(pageOf(values.page));
  let failed = 0;
  try {
    for (const source of sources)
      try {
        await draw(source, await reader.load(source), values);
      } catch (e) {
        failed++;
        tell(`${source.typed}: ${(e as Error).message}`);
      }
  } finally {
    reader.close();
  }
  if (failed && sources.length > 1) tell(`${failed} of ${sources.length} could not be drawn.`);
  if (failed) process.exitCode = 1;
}

main().catch((e: unknown) => {
  tell((e as Error).message);
  process.exitCode = 1;
});
