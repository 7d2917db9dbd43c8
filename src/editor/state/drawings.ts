import type { Point } from '@/core';
import type { Drawing } from '@/core/edit';
import { run } from './actions';
import { readFile } from './file-reading';
import { firstPage, isPdf, isSvg, openDrawing, reportWords, stemOf, textOf } from './opening';
import { get, say } from './store';

/** A drawing that was read, and what is not as it is in its file, in words. */
interface ReadDrawing {
  readonly drawing: Drawing;
  readonly words: string;
}

/** Reads the drawing in the text of an SVG. @throws Error in words where there is none, it takes too long or is stopped. */
async function drawingIn(text: string, name: string, signal: AbortSignal): Promise<ReadDrawing> {
  const opened = await openDrawing(text, name, signal);
  if ('fault' in opened) throw new Error(opened.fault);
  return { drawing: opened.made, words: reportWords(opened.report) };
}

/** Whether a file can be placed as a drawing. */
export const isDrawing = (f: File): boolean => isSvg(f) || isPdf(f);

/** Reads the drawing in a file, of a PDF its first page, likewise. */
async function drawingInFile(file: File, signal: AbortSignal): Promise<ReadDrawing> {
  if (!isPdf(file)) return drawingIn(await textOf(file), stemOf(file), signal);
  const { text, words } = await firstPage(file, signal);
  const read = await drawingIn(text, stemOf(file), signal);
  return { ...read, words: [words, read.words].filter(Boolean).join(' ') };
}

/** Reads a drawing, which can be stopped, and places it on the sheet, or in the group that is worked in; returns what is to be said of it. */
async function place(
  name: string,
  at: Point | null,
  read: (signal: AbortSignal) => Promise<ReadDrawing>,
): Promise<string> {
  let found: ReadDrawing;
  try {
    found = await readFile(name, read);
  } catch (e) {
    return `“${name}” was not placed. ${(e as Error).message}`;
  }
  await run('Place drawing', { do: 'place-drawing', parent: get().scope, drawing: found.drawing, at });
  return found.words;
}

/** Places a drawing from the text of an SVG about a place or the middle, and returns what is to be said of it. */
export const placeSvg = (text: string, name: string, at: Point | null): Promise<string> =>
  place(name, at, (signal) => drawingIn(text, name, signal));

/** Places drawings from SVG and PDF files, one after another. */
export async function placeDrawingFiles(files: readonly File[], at: Point | null): Promise<void> {
  say('');
  const words: string[] = [];
  for (const file of files) words.push(await place(file.name, at, (signal) => drawingInFile(file, signal)));
  say(words.filter(Boolean).join(' '));
}
