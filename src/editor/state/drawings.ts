import type { Point } from '@/core';
import { run } from './actions';
import { openDrawing, reportWords, stemOf, textOf } from './opening';
import { get, say } from './store';

/** Places a drawing from the text of an SVG on the sheet, or in the group that is worked in, about a place or the middle. */
export async function placeSvg(text: string, name: string, at: Point | null): Promise<string> {
  const opened = await openDrawing(text, name);
  if ('fault' in opened) return `“${name}” was not placed. ${opened.fault}`;
  await run('Place drawing', { do: 'place-drawing', parent: get().scope, drawing: opened.made, at });
  return reportWords(opened.report);
}

/** Places drawings from SVG files. */
export async function placeSvgFiles(files: readonly File[], at: Point | null): Promise<void> {
  const words: string[] = [];
  for (const file of files) {
    say(`Reading “${file.name}” …`);
    try {
      words.push(await placeSvg(await textOf(file), stemOf(file), at));
    } catch (e) {
      words.push((e as Error).message);
    }
  }
  say(words.filter(Boolean).join(' '));
}
