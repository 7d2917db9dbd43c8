import { type Remote, wrap } from 'comlink';
import type { LeftOut } from '@/core/importing';
import type { Brought, Opening } from '@/worker/opening';
import { ApiError, api } from './api';

/** Largest file that is read, bytes. */
const mostBytes = 40 << 20;

/** Whether a file is an SVG, by what it says of itself. */
export const isSvg = (f: File): boolean => f.type === 'image/svg+xml' || /\.svg$/i.test(f.name);

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
