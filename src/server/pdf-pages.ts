import type { NamedFont } from '@/core/importing';
import { lanes } from './drawing';
import { BadRequest } from './http/errors';
import { isPdfFile, mostPages, type PdfPages } from './pdf/pages';

/** Largest PDF that is read, bytes. */
export const pdfLimit = 64 << 20;

/** Milliseconds of a processor that reading one file may take. */
const pdfTime = 60_000;

/** Which pages of a file are read, and for whom. */
export interface PagesWish {
  /** So many at most. */
  readonly most?: number;
  /** Fonts of the designer’s own, in which words are set. */
  readonly fonts?: readonly NamedFont[];
  /** Who asks: those are served in turn. */
  readonly by?: string;
  /** Tells when nobody waits for them any more: then they are given up. */
  readonly signal?: AbortSignal | null;
}

/**
 * Reads pages of a PDF from the first one on in a process of its own, each as an SVG of shapes, gradients, pictures and words.
 * @throws HttpError in words where it is none, damaged or too much, 499 where nobody waits for it any more.
 */
export async function pdfPages(
  bytes: Uint8Array,
  { most = mostPages, fonts = [], by = '', signal = null }: PagesWish = {},
): Promise<PdfPages> {
  if (!isPdfFile(bytes)) throw new BadRequest('This file is no PDF.');
  return lanes().files.run({ kind: 'pdf', bytes, fonts, most, from: 1 }, { by, signal, time: pdfTime });
}
