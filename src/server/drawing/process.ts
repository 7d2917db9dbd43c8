/** A process of its own that draws and reads fonts: whatever becomes of it, the server goes on. */
import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import {
  clipText,
  type FontFace,
  FontFault,
  ownFaceId,
  provideFace,
  provideImages,
  WorkFault,
  withdrawFaces,
} from '@/core';
import { DesignError, parseDesign } from '@/core/reading';
import { openFace } from '@/core/shaping';
import { takeFaces } from '../faces';
import { HttpError } from '../http/errors';
import { openImages } from '../images/open-images';
import { ImageFault, unpackImage } from '../images/unpack';
import { limitsFromEnvironment } from '../limits';
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

async function drawPicture(job: Extract<Job, { kind: 'picture' }>): Promise<Results['picture']> {
  const design = parseDesign(job.text);
  provideOwn(job.fonts);
  await takeFaces(design, null);
  const images = openImages(job.images);
  provideImages(images);
  const png = picturePng(design, job.order);
  try {
    await pipeline(Readable.from(png), createWriteStream(job.file));
  } finally {
    provideImages(null);
    images.close();
  }
  return { size: (await stat(job.file)).size };
}

async function readFont({ bytes: file }: Extract<Job, { kind: 'font' }>): Promise<Results['font']> {
  const bytes = await unpackFont(file);
  const id = ownFaceId(createHash('sha256').update(bytes).digest('hex'));
  const face = openFace(id, bytes);
  return { id, name: clipText(face.name, 200), licence: clipText(face.licence, 2000), bytes };
}

function misbehave(how: Extract<Job, { kind: 'misbehave' }>['how']): never {
  if (how === 'crash') process.abort();
  const hoard: Uint8Array[] = [];
  for (;;) if (how === 'hoard') hoard.push(new Uint8Array(1 << 24).fill(hoard.length));
}

async function work(job: Job): Promise<unknown> {
  if (job.kind === 'image') return unpackImage(job.bytes, job.file);
  if (job.kind === 'picture') return drawPicture(job);
  if (job.kind === 'font') return readFont(job);
  return misbehave(job.how);
}

function failed(e: unknown): Answer {
  if (e instanceof HttpError) return { ok: false, status: e.status, message: e.message };
  if (e instanceof DesignError) return { ok: false, status: 422, message: e.message, faults: e.faults };
  if (e instanceof FontFault || e instanceof ImageFault || e instanceof WorkFault || e instanceof RangeError)
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
process.on('message', (job: Job) => {
  work(job).then(
    (result) => process.send?.({ ok: true, result } satisfies Answer),
    (e: unknown) => process.send?.(failed(e)),
  );
});
// Nobody is there any more to draw for.
process.on('disconnect', () => process.exit(0));
