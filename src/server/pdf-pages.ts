import { spawn } from 'node:child_process';
import { readFile, stat, writeFile } from 'node:fs/promises';
import { constants, setPriority } from 'node:os';
import path from 'node:path';
import { abandoned, FairQueue } from './drawing/fair-queue';
import { spent } from './drawing/process-use';
import { BadRequest, HttpError } from './http/errors';
import { withFolder } from './temporary';

/** Largest PDF that is read, bytes. */
export const pdfLimit = 64 << 20;

/** Characters of what a program says that are kept. */
const mostSaid = 1 << 16;

/** Pages of one file that are read. */
export const mostPages = 40;

/** What reading may cost: seconds of a processor for a page and for a file, bytes of memory, and bytes of what a page comes to. */
const limits = { page: 20, file: 60, memory: 2 * 2 ** 30, svg: 40 << 20 } as const;

/** Files that are read at once, each of which may take all that one may cost; the others wait. */
const turns = new FairQueue({
  atOnce: 2,
  waiting: 24,
  waitingOfOne: 12,
  full: 'Other PDF files are being read. Try again in a moment.',
});

export interface PdfPages {
  /** Pages that the file has. */
  readonly pages: number;
  /** Those that were read as SVG, in their order. */
  readonly svg: readonly string[];
}

const tooMuch = () =>
  new HttpError(422, 'This PDF takes longer or more memory to read than there is for one.');

/** Says in words why a program of Poppler ended without an answer. */
function reasonOf(code: number | null, stderr: string): HttpError {
  if (code === 127 || /No such file or directory/.test(stderr))
    return new HttpError(
      501,
      'PDF files cannot be opened here: the server lacks Poppler (poppler-utils of Debian).',
    );
  if (/password/i.test(stderr)) return new HttpError(422, 'This PDF has a password: save it without one.');
  // Its limits end it by a signal, of which the shell's number is 128 and the signal's.
  if (code === null || code > 128) return tooMuch();
  return new HttpError(422, 'This is no PDF that can be read, or it is damaged.');
}

/** One file that is read: what is left of its seconds, and who waits for it. */
class Reading {
  /** Milliseconds of a processor that are left. */
  private left = limits.file * 1000;

  constructor(private readonly signal: AbortSignal | null) {}

  /**
   * Runs a program of Poppler under limits of time and memory (prlimit of util-linux), when the machine has nothing better to do,
   * and returns what it says.
   * @throws HttpError in words where it fails, 499 where nobody waits for it any more.
   */
  run(program: string, args: readonly string[]): Promise<string> {
    if (this.signal?.aborted) return Promise.reject(abandoned());
    const seconds = Math.min(limits.page, Math.ceil(this.left / 1000));
    if (seconds < 1) return Promise.reject(tooMuch());
    const bounds = [`--cpu=${seconds}`, `--as=${limits.memory}`, `--fsize=${limits.svg}`];
    const child = spawn('prlimit', [...bounds, program, ...args], { stdio: ['ignore', 'pipe', 'pipe'] });
    const pid = child.pid ?? 0;
    if (pid)
      try {
        setPriority(pid, constants.priority.PRIORITY_LOW);
      } catch {
        // It runs as any other then.
      }
    let taken = 0;
    const watch = setInterval(() => {
      taken = spent(pid) ?? taken;
    }, 50);
    const told = { stdout: '', stderr: '' };
    for (const name of ['stdout', 'stderr'] as const)
      child[name].setEncoding('utf8').on('data', (text: string) => {
        if (told[name].length < mostSaid) told[name] += text;
      });
    const leave = () => child.kill('SIGKILL');
    this.signal?.addEventListener('abort', leave);
    return new Promise<string>((resolve, reject) => {
      child.once('error', (e: NodeJS.ErrnoException) => reject(e.code === 'ENOENT' ? reasonOf(127, '') : e));
      child.once('close', (code) => {
        this.left -= taken;
        if (this.signal?.aborted) reject(abandoned());
        else if (code === 0) resolve(told.stdout);
        else reject(reasonOf(code, told.stderr));
      });
    }).finally(() => {
      clearInterval(watch);
      this.signal?.removeEventListener('abort', leave);
    });
  }
}

/** Pages of a file on the disk, one after another. */
async function readPages(folder: string, reading: Reading, most: number, from: number): Promise<PdfPages> {
  const file = path.join(folder, 'in.pdf');
  const pages = Number(/^Pages:\s*(\d+)/m.exec(await reading.run('pdfinfo', [file]))?.[1] ?? 0);
  if (!pages) throw new HttpError(422, 'This PDF has no page.');
  const svg: string[] = [];
  let size = 0;
  for (let page = from; page < Math.min(pages + 1, from + most); page++) {
    const out = path.join(folder, `${page}.svg`);
    await reading.run('pdftocairo', ['-svg', '-f', String(page), '-l', String(page), file, out]);
    size += (await stat(out)).size;
    if (size > 2 * limits.svg)
      throw new HttpError(422, 'What is on these pages is more than can be opened at once.');
    svg.push(await readFile(/* turbopackIgnore: true */ out, 'utf8'));
  }
  return { pages, svg };
}

/** Which pages of a file are read, and for whom. */
export interface PagesWish {
  /** So many at most. */
  readonly most: number;
  /** The first one of them; the first of all where it is left out. */
  readonly from?: number;
  /** Who asks: those are served in turn. */
  readonly by?: string;
  /** Tells when nobody waits for them any more: then they are given up. */
  readonly signal?: AbortSignal | null;
}

/**
 * Reads pages of a PDF, each as an SVG of outlines, gradients and pictures, as far as Poppler reads them.
 * @throws HttpError in words where it is none, damaged or too much, 499 where nobody waits for it any more.
 */
export async function pdfPages(
  bytes: Uint8Array,
  { most, from = 1, by = '', signal = null }: PagesWish,
): Promise<PdfPages> {
  if (!/%PDF-/.test(Buffer.from(bytes.subarray(0, 1024)).toString('latin1')))
    throw new BadRequest('This file is no PDF.');
  return turns.take(by, signal, () =>
    withFolder(async (folder) => {
      await writeFile(path.join(folder, 'in.pdf'), bytes);
      return readPages(folder, new Reading(signal), most, from);
    }),
  );
}
