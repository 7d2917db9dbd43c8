import { execFile } from 'node:child_process';
import { mkdtemp, readFile, rm, stat, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import { BadRequest, Busy, HttpError } from './http/errors';

const run = promisify(execFile);

/** Largest PDF that is read, bytes. */
export const pdfLimit = 64 << 20;

/** Pages of one file that are read, and what reading one may cost: seconds, bytes of memory, and bytes of what it comes to. */
export const mostPages = 40;
const limits = { seconds: 20, memory: 2 * 2 ** 30, svg: 40 << 20 } as const;

/** Files that are read at once: each may take all that one may cost. */
const mostAtOnce = 2;
let atOnce = 0;

export interface PdfPages {
  /** Pages that the file has. */
  readonly pages: number;
  /** Those that were read as SVG, in their order. */
  readonly svg: readonly string[];
}

/** A program of Poppler with limits of time and memory (prlimit of util-linux). @throws HttpError in words where it fails. */
async function poppler(program: string, args: readonly string[]): Promise<string> {
  const held = [`--cpu=${limits.seconds}`, `--as=${limits.memory}`, `--fsize=${limits.svg}`];
  try {
    const { stdout } = await run('prlimit', [...held, program, ...args], {
      timeout: limits.seconds * 1000,
      killSignal: 'SIGKILL',
      maxBuffer: 1 << 20,
    });
    return stdout;
  } catch (e) {
    const { code, killed, stderr = '' } = e as { code?: string | number; killed?: boolean; stderr?: string };
    if (code === 'ENOENT' || code === 127 || /No such file or directory/.test(stderr))
      throw new HttpError(
        501,
        'PDF files cannot be opened here: the server lacks Poppler (poppler-utils of Debian).',
      );
    if (/password/i.test(stderr)) throw new HttpError(422, 'This PDF has a password: save it without one.');
    if (killed || code === 137 || code === null)
      throw new HttpError(422, 'This PDF takes longer or more memory to read than there is for one.');
    throw new HttpError(422, 'This is no PDF that can be read, or it is damaged.');
  }
}

/**
 * Pages of a PDF from one on, the first one where it is left out, so many at most, each as an SVG of outlines, gradients and pictures, as far as Poppler reads them.
 * @throws HttpError in words where it is none, damaged or too much.
 */
export async function pdfPages(bytes: Uint8Array, most: number, from = 1): Promise<PdfPages> {
  if (!/%PDF-/.test(Buffer.from(bytes.subarray(0, 1024)).toString('latin1')))
    throw new BadRequest('This file is no PDF.');
  if (atOnce >= mostAtOnce) throw new Busy('Other PDF files are being read. Try again in a moment.');
  atOnce++;
  let folder: string | null = null;
  try {
    folder = await mkdtemp(path.join(tmpdir(), 'silent-compass-pdf-'));
    const file = path.join(folder, 'in.pdf');
    await writeFile(file, bytes);
    const pages = Number(/^Pages:\s*(\d+)/m.exec(await poppler('pdfinfo', [file]))?.[1] ?? 0);
    if (!pages) throw new HttpError(422, 'This PDF has no page.');
    const svg: string[] = [];
    let size = 0;
    for (let page = from; page < Math.min(pages + 1, from + most); page++) {
      const out = path.join(folder, `${page}.svg`);
      await poppler('pdftocairo', ['-svg', '-f', String(page), '-l', String(page), file, out]);
      size += (await stat(out)).size;
      if (size > 2 * limits.svg)
        throw new HttpError(422, 'What is on these pages is more than can be opened at once.');
      svg.push(await readFile(/* turbopackIgnore: true */ out, 'utf8'));
    }
    return { pages, svg };
  } finally {
    atOnce--;
    if (folder) await rm(folder, { recursive: true, force: true });
  }
}
