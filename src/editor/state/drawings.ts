import type { Point } from '@/core';
import { run } from './actions';
import { readFile } from './file-reading';
import { firstPage, isPdf, isSvg, openDrawing, reportWords, stemOf, textOf } from './opening';
import { get, say } from './store';

/** Places a drawing from the text of an SVG on the sheet, or in the group that is worked in, about a place or the middle. */
export async function placeSvg(text: string, name: string, at: Point | null): Promise<string> {
  return readFile(name, (signal) => placeRead(text, name, at, signal)).catch((e: Error) => e.message);
}

async function placeRead(text: string, name: string, at: Point | null, signal: AbortSignal): Promise<string> {
  const opened = await openDrawing(text, name, signal);
  if ('fault' in opened) return `“${name}” was not placed. ${opened.fault}`;
  await run('Place drawing', { do: 'place-drawing', parent: get().scope, drawing: opened.made, at });
  return reportWords(opened.report);
}

/** Whether a file can be placed as a drawing. */
export const isDrawing = (f: File): boolean => isSvg(f) || isPdf(f);

/** Places a drawing from a file. */
async function placeFile(file: File, at: Point | null, signal: AbortSignal): Promise<string> {
  if (!isPdf(file)) return placeRead(await textOf(file), stemOf(file), at, signal);
  const { text, words } = await firstPage(file, signal);
  return [words, await placeRead(text, stemOf(file), at, signal)].filter(Boolean).join(' ');
}

/** Places drawings from SVG and PDF files. */
export async function placeDrawingFiles(files: readonly File[], at: Point | null): Promise<void> {
  const words: string[] = [];
  for (const file of files) {
    say('');
    try {
      words.push(await readFile(file.name, (signal) => placeFile(file, at, signal)));
    } catch (e) {
      words.push(`“${file.name}” was not placed. ${(e as Error).message}`);
    }
  }
  say(words.filter(Boolean).join(' '));
}
