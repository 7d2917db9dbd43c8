import type { Point } from '@/core';
import { run } from './actions';
import { firstPage, isPdf, isSvg, openDrawing, reportWords, stemOf, textOf } from './opening';
import { get, say } from './store';

/** Places a drawing from the text of an SVG on the sheet, or in the group that is worked in, about a place or the middle. */
export async function placeSvg(text: string, name: string, at: Point | null): Promise<string> {
  const opened = await openDrawing(text, name);
  if ('fault' in opened) return `“${name}” was not placed. ${opened.fault}`;
  await run('Place drawing', { do: 'place-drawing', parent: get().scope, drawing: opened.made, at });
  return reportWords(opened.report);
}

/** Whether a file can be placed as a drawing. */
export const isDrawing = (f: File): boolean => isSvg(f) || isPdf(f);

/** Places a drawing from a file. */
async function placeFile(file: File, at: Point | null): Promise<string> {
  if (!isPdf(file)) return placeSvg(await textOf(file), stemOf(file), at);
  const { text, words } = await firstPage(file);
  return [words, await placeSvg(text, stemOf(file), at)].filter(Boolean).join(' ');
}

/** Places drawings from SVG and PDF files. */
export async function placeDrawingFiles(files: readonly File[], at: Point | null): Promise<void> {
  const words: string[] = [];
  for (const file of files) {
    say(`Reading “${file.name}” …`);
    try {
      words.push(await placeFile(file, at));
    } catch (e) {
      words.push((e as Error).message);
    }
  }
  say(words.filter(Boolean).join(' '));
}
