import { type Remote, wrap } from 'comlink';
import type { Design } from '@/core';
import type { LeftOut } from '@/core/importing';
import type { Brought, Opening } from '@/worker/opening';
import { ApiError, api } from './api';

/** Largest file that is read, bytes. */
const mostBytes = 40 << 20;

/** Whether a file is an SVG, by what it says of itself. */
export const isSvg = (f: File): boolean => f.type === 'image/svg+xml' || /\.svg$/i.test(f.name);

/** Whether a file is a PDF, likewise. */
export const isPdf = (f: File): boolean => f.type === 'application/pdf' || /\.pdf$/i.test(f.name);

/** Whether a text is an SVG rather than words. */
export const isSvgText = (text: string): boolean =>
  /^\s*(?:<\?xml[^>]*>\s*|<!--[\s\S]*?-->\s*|<!DOCTYPE[^>]*>\s*)*<svg[\s>]/i.test(text);

/** What a file is called, without what follows the last dot. */
export const stemOf = ({ name }: File): string =>
  name
    .replace(/\.[^.]*$/, '')
    .trim()
    .slice(0, 100) || 'Drawing';

/** Has a file read by a worker that lives as long as that takes. */
async function withOpening<T>(work: (opening: Remote<Opening>) => Promise<T>): Promise<T> {
  const worker = new Worker(new URL('../../worker/opening.ts', import.meta.url), { type: 'module' });
  try {
    return await new Promise<T>((resolve, reject) => {
      worker.addEventListener('error', (e) => reject(new Error(e.message || 'The file could not be read.')));
      work(wrap<Opening>(worker)).then(resolve, reject);
    });
  } finally {
    worker.terminate();
  }
}

/** The text of a file. @throws Error in words where it is too large. */
export function textOf(file: File): Promise<string> {
  if (file.size > mostBytes) throw new Error(`“${file.name}” is larger than ${mostBytes >> 20} MB.`);
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

/** Brings the pictures inside an SVG to the server; those that cannot be used are told where they would stand. */
async function bring(opening: Remote<Opening>, text: string): Promise<Brought> {
  const found = await opening.pictures(text);
  if ('fault' in found) return [];
  const brought: [string, string][] = [];
  for (const { href, type, bytes } of found.made)
    try {
      brought.push([href, (await api.addImage(new Blob([bytes], { type }))).id]);
    } catch (e) {
      if (!(e instanceof ApiError)) throw e;
    }
  return brought;
}

/** An SVG as a drawing to be placed, its pictures brought. */
export const openDrawing = (text: string, name: string) =>
  withOpening(async (o) => o.drawing(text, name, await bring(o, text)));

/** An SVG as a design, likewise. */
export const openDesign = (text: string, name: string) =>
  withOpening(async (o) => o.design(text, name, await bring(o, text)));

/** What of a PDF was not read, in words; empty where all was. */
const missedPages = (pages: number, read: number): string =>
  pages > read ? `${pages - read} of its ${pages} pages were left out.` : '';

/** A PDF as a design, a sheet a page. @throws Error in words where it cannot be read. */
export async function openPdf(file: File): Promise<{ readonly made: Design; readonly words: string }> {
  const { pages, svg } = await api.pdfPages(file);
  const name = stemOf(file);
  const designs: Design[] = [];
  const report: LeftOut[] = [];
  for (const text of svg) {
    const opened = await openDesign(text, name);
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

/** The first page of a PDF as the text of an SVG, and what is left out, in words. @throws Error in words likewise. */
export async function firstPage(file: File): Promise<{ readonly text: string; readonly words: string }> {
  const { pages, svg } = await api.pdfPages(file, 1);
  return { text: svg[0], words: pages > 1 ? `The first of its ${pages} pages is placed.` : '' };
}
