/** A process of its own that draws and reads fonts: whatever becomes of it, the server goes on. */
import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import {
  clipText,
  type Design,
  type ExportSet,
  type FontFace,
  FontFault,
  ownFaceId,
  plannedFiles,
  provideFace,
  provideImages,
  provideKeptScenes,
  RowFault,
  WorkFault,
  withdrawFaces,
} from '@/core';
import { DesignError, parseDesign } from '@/core/reading';
import { openFace } from '@/core/shaping';
import { writeDelivered } from '../encode';
import { takeFaces } from '../faces';
import { HttpError } from '../http/errors';
import { openImages } from '../images/open-images';
import { ImageFault, unpackImage } from '../images/unpack';
import { keptInFiles } from '../kept-scenes';
import { limitsFromEnvironment } from '../limits';
import { PdfFault } from '../pdf/fault';
import { picturePng } from '../pictures';
import { unpackFont } from '../woff';
import type { Answer, FontFile, Job, Results } from './messages';

/** Faces once opened stay for good; those of an owner are at hand only while one of theirs is drawn. */
const opened = new Map<string, FontFace>();

function provideOwn(fonts: readonly FontFile[]): void {
  withdrawFaces();
  for (const { id, bytes } of fonts) {
    let face = opened.get(id);
    if (!face) {
      face = openFace(id, bytes);
      opened.set(id, face);
    }
    provideFace(face);
  }
}

/** The design that was drawn last: what comes of it is at hand for the next file of it. */
let last: { readonly text: string; readonly design: Design } | null = null;

/** Has a design, its faces and its pictures at hand while something is made of it. */
async function withDesign<T>(
  { text, fonts, images: files }: Pick<Extract<Job, { kind: 'picture' }>, 'text' | 'fonts' | 'images'>,
  set: ExportSet | undefined,
  make: (design: Design) => Promise<T>,
): Promise<T> {
  if (last?.text !== text) last = { text, design: parseDesign(text) };
  const { design } = last;
  provideOwn(fonts);
  await takeFaces({ ...design, exports: set }, null);
  const images = openImages(files);
  provideImages(images);
  try {
    return await make(design);
  } finally {
    provideImages(null);
    images.close();
  }
}

const drawPicture = (job: Extract<Job, { kind: 'picture' }>): Promise<Results['picture']> =>
  withDesign(job, undefined, async (design) => {
    await pipeline(Readable.from(picturePng(design, job.order)), createWriteStream(job.file));
    return { size: (await stat(job.file)).size };
  });

/** Tells who asked; where nobody is there any more, the process is about to end. */
const tell = (answer: Answer): void => {
  process.send?.(answer, undefined, undefined, () => undefined);
};

/** Milliseconds between two tellings of how far it is. */
const tellEvery = 200;

const deliver = (job: Extract<Job, { kind: 'deliver' }>): Promise<Results['deliver']> =>
  withDesign(job, job.set, async (design) => {
    const files = plannedFiles(design, job.set);
    const file = files[job.number];
    if (!file) throw new RowFault('The set has no such file.');
    let told = Date.now();
    const notes = await writeDelivered(design, files, file, job.file, (progress) => {
      if (Date.now() - told < tellEvery) return;
      told = Date.now();
      tell({ progress });
    });
    return { size: (await stat(job.file)).size, notes };
  });

async function readFont({ bytes: file }: Extract<Job, { kind: 'font' }>): Promise<Results['font']> {
  const bytes = await unpackFont(file);
  const id = ownFaceId(createHash('sha256').update(bytes).digest('hex'));
  const face = openFace(id, bytes);
  return { id, name: clipText(face.name, 200), licence: clipText(face.licence, 2000), bytes };
}

/** Its reader is large, and comes when it is needed. */
async function readPages({ bytes, fonts, ...range }: Extract<Job, { kind: 'pdf' }>): Promise<Results['pdf']> {
  const { readPdf } = await import('../pdf');
  return readPdf(bytes, range, fonts);
}

function misbehave(how: Extract<Job, { kind: 'misbehave' }>['how']): never {
  if (how === 'crash') process.abort();
  const hoard: Uint8Array[] = [];
  for (;;) if (how === 'hoard') hoard.push(new Uint8Array(1 << 24).fill(hoard.length));
}

async function work(job: Job): Promise<unknown> {
  if (job.kind === 'image') return unpackImage(job.bytes, job.file);
  if (job.kind === 'picture') return drawPicture(job);
  if (job.kind === 'plan') return withDesign(job, job.set, async (design) => plannedFiles(design, job.set));
  if (job.kind === 'deliver') return deliver(job);
  if (job.kind === 'font') return readFont(job);
  if (job.kind === 'pdf') return readPages(job);
  return misbehave(job.how);
}

function failed(e: unknown): Answer {
  if (e instanceof HttpError) return { ok: false, status: e.status, message: e.message };
  if (e instanceof DesignError) return { ok: false, status: 422, message: e.message, faults: e.faults };
  if (
    e instanceof FontFault ||
    e instanceof ImageFault ||
    e instanceof PdfFault ||
    e instanceof WorkFault ||
    e instanceof RowFault ||
    e instanceof RangeError
  )
    return { ok: false, status: 422, message: e.message };
  if ((e as { code?: string }).code === 'ENOSPC')
    return {
      ok: false,
      status: 507,
      message: 'The disk is full: the picture was not drawn. Make room and try again.',
    };
  console.error(e);
  return { ok: false, status: 500, message: 'The picture could not be drawn.' };
}

limitsFromEnvironment();
provideKeptScenes(keptInFiles);
process.on('message', (job: Job) => {
  work(job).then(
    (result) => tell({ ok: true, result }),
    (e: unknown) => tell(failed(e)),
  );
});
// Nobody is there any more to draw for.
process.on('disconnect', () => process.exit(0));
