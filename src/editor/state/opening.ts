import { type Remote, wrap } from 'comlink';
import type { Design } from '@/core';
import type { LeftOut, NamedFont } from '@/core/importing';
import type { Brought, Opening } from '@/worker/opening';
import { ApiError, api } from './api';
import { readingEnd, readingLimit } from './file-reading';
import { isWhole, readWhole } from './whole-file';

/** Largest file that is read, bytes. */
const mostBytes = 40 << 20;

/** Whether a file is an SVG, by what it says of itself. */
export const isSvg = (f: File): boolean => f.type === 'image/svg+xml' || /\.svg$/i.test(f.name);

/** Whether a file is a PDF, likewise. */
export const isPdf = (f: File): boolean => f.type === 'application/pdf' || /\.pdf$/i.test(f.name);

/** Whether a text is an SVG rather than words. */
export const isSvgText = (text: string): boolean =>
  /^\s*(?:<\?xml[^>]*>\s*|<!--[\s\S]*?-->\s*|<!DOCTYPE[^>]*>\s*)*<svg[\s>]/i.test(text);

/** Waits for an answer of the worker’s, and not for ever. */
type Limited = <T>(answer: T) => Promise<Awaited<T>>;

/** What a file is called, without what follows the last dot. */
export const stemOf = ({ name }: File): string =>
  name
    .replace(/\.[^.]*$/, '')
    .trim()
    .slice(0, 100) || 'Drawing';

/**
 * Has a file read by a worker that lives as long as that takes.
 * @throws Error in words where it takes too long, or `signal` stops it.
 */
async function withOpening<T>(
  signal: AbortSignal,
  work: (opening: Remote<Opening>, limited: Limited) => Promise<T>,
): Promise<T> {
  const worker = new Worker(new URL('../../worker/opening.ts', import.meta.url), { type: 'module' });
  let timer: ReturnType<typeof setTimeout> | undefined;
  try {
    return await new Promise<T>((resolve, reject) => {
      const end = (words: string) => reject(new Error(words));
      const limited: Limited = (answer) => {
        timer = setTimeout(() => end(readingEnd.tooLong), readingLimit);
        return Promise.resolve(answer).finally(() => clearTimeout(timer));
      };
      signal.addEventListener('abort', () => end(readingEnd.stopped));
      worker.addEventListener('error', (e) => end(e.message || 'The file could not be read.'));
      work(wrap<Opening>(worker), limited).then(resolve, reject);
    });
  } finally {
    clearTimeout(timer);
    worker.terminate();
  }
}

/** The text of a file. @throws Error in words where it is too large. */
export function textOf(file: File): Promise<string> {
  if (file.size > mostBytes) throw new Error(`It is larger than ${mostBytes >> 20} MB.`);
  return file.text();
}

/** What is not as it is in a file, in words; empty where nothing was. */
export function reportWords(report: readonly LeftOut[]): string {
  if (!report.length) return '';
  const list = report.map(
    ({ what, count, where }) =>
      `${what[0].toLowerCase()}${what.slice(1)} (${count}: ${where.join(', ')}${count > where.length ? ', …' : ''})`,
  );
  return `Not as in the file: ${list.join('; ')}.`;
}

/** The designer's own fonts, where an SVG has words that may ask for them; none while the server is away, which is told as fonts that are not here. */
async function fontsFor(text: string): Promise<readonly NamedFont[]> {
  if (!/<text[\s>]/.test(text)) return [];
  try {
    return (await api.fonts()).fonts.map(({ id, name }) => ({ id, name }));
  } catch (e) {
    if (e instanceof ApiError) return [];
    throw e;
  }
}

/** Brings the pictures inside an SVG to the server, where those that cannot be used are told where they would stand, and has the designer's fonts at hand. */
async function bring(
  opening: Remote<Opening>,
  limited: Limited,
  text: string,
  signal: AbortSignal,
): Promise<Brought> {
  const found = await limited(opening.pictures(text));
  const fonts = await fontsFor(text);
  if ('fault' in found) return { pictures: [], fonts };
  const brought: [string, string][] = [];
  for (const { href, type, bytes } of found.made)
    try {
      brought.push([href, (await api.addImage(new Blob([bytes], { type }), signal)).id]);
    } catch (e) {
      if (!(e instanceof ApiError)) throw e;
    }
  return { pictures: brought, fonts };
}

/** Reads an SVG as a drawing to be placed, its pictures brought. @throws Error in words where it takes too long or is stopped. */
export const openDrawing = (text: string, name: string, signal: AbortSignal) =>
  withOpening(signal, async (o, limited) => {
    const brought = await bring(o, limited, text, signal);
    return limited(o.drawing(text, name, brought));
  });

/** Reads an SVG as a design, likewise. */
const openDesign = (text: string, name: string, signal: AbortSignal) =>
  withOpening(signal, async (o, limited) => {
    const brought = await bring(o, limited, text, signal);
    return limited(o.design(text, name, brought));
  });

/** What of a PDF was not read, in words; empty where all was. */
const missedPages = (pages: number, read: number): string =>
  pages > read ? `${pages - read} of its ${pages} pages were left out.` : '';

/** A PDF as a design, a sheet a page. @throws Error in words where it cannot be read. */
async function openPdf(
  file: File,
  signal: AbortSignal,
): Promise<{ readonly made: Design; readonly words: string }> {
  const { pages, svg, notes } = await api.pdfPages(file, signal);
  const name = stemOf(file);
  const designs: Design[] = [];
  const report: LeftOut[] = [...notes];
  for (const text of svg) {
    const opened = await openDesign(text, name, signal);
    if ('fault' in opened) throw new Error(opened.fault);
    designs.push(opened.made);
    report.push(...opened.report);
  }
  const [first] = designs;
  const made: Design = {
    ...first,
    sheets: designs.map((d, i) => ({ ...d.sheets[0], name: designs.length > 1 ? `Page ${i + 1}` : 'Page' })),
    parts: Object.assign({}, ...designs.map((d) => d.parts)),
  };
  return { made, words: [missedPages(pages, svg.length), reportWords(report)].filter(Boolean).join(' ') };
}

/** A design as it came out of a file, to be checked where it is stored, and what was left out, in words. */
export interface FileDesign {
  readonly document: unknown;
  readonly words: string;
}

/** Reads the design in a file of any kind that can be opened. @throws Error in words where there is none, it takes too long, or it is stopped. */
export async function designIn(file: File, signal: AbortSignal): Promise<FileDesign> {
  if (isWhole(file)) {
    const { document, faults } = await readWhole(file);
    return { document, words: faults.join(' ') };
  }
  if (isPdf(file)) {
    const { made, words } = await openPdf(file, signal);
    return { document: made, words };
  }
  const text = await textOf(file);
  if (isSvg(file) || isSvgText(text)) {
    const opened = await openDesign(text, stemOf(file), signal);
    if ('fault' in opened) throw new Error(opened.fault);
    return { document: opened.made, words: reportWords(opened.report) };
  }
  try {
    return { document: JSON.parse(text), words: '' };
  } catch {
    throw new Error('It is neither a design file nor an SVG or a PDF.');
  }
}

/** The first page of a PDF as the text of an SVG, and what is left out, in words. @throws Error in words likewise. */
export async function firstPage(
  file: File,
  signal: AbortSignal,
): Promise<{ readonly text: string; readonly words: string }> {
  const { pages, svg, notes } = await api.pdfPages(file, signal, 1);
  const words = [pages > 1 ? `The first of its ${pages} pages is placed.` : '', reportWords(notes)];
  return { text: svg[0], words: words.filter(Boolean).join(' ') };
}
