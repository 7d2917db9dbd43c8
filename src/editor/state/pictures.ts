import type { Point } from '@/core';
import type { PlacedPicture } from '@/core/edit';
import { run } from './actions';
import { ApiError, api } from './api';
import { isDrawing, placeDrawingFiles } from './drawings';
import { get, say } from './store';

/** What files can be placed. */
const types = ['image/png', 'image/jpeg', 'image/webp', 'image/avif'] as const;

/** The files of pictures among what was dropped or pasted. */
export const picturesIn = (data: DataTransfer | null): File[] =>
  [...(data?.files ?? [])].filter((f) => types.some((t) => t === f.type));

/** Most pictures that are placed at once. */
const mostAtOnce = 40;

/** What becomes of a file: the id of its picture, or why it cannot be used. */
type Brought = { readonly id: string } | { readonly fault: string };

async function bring(file: File): Promise<Brought> {
  say(`Bringing “${file.name}” …`);
  try {
    return await api.addImage(file);
  } catch (e) {
    if (!(e instanceof ApiError)) throw e;
    return { fault: `“${file.name}” was not placed. ${e.message}` };
  }
}

/** Lets the designer choose a picture and brings it to the server; null where there is none to be used, which is said. */
export async function choosePicture(): Promise<PlacedPicture | null> {
  const [file] = await chooseFiles(false);
  if (!file) return null;
  const brought = await bring(file);
  say('fault' in brought ? brought.fault : '');
  return 'id' in brought ? { image: brought.id, name: nameOf(file) } : null;
}

/** What a picture is called by its file: without what follows the last dot. */
const nameOf = (file: File): string => file.name.replace(/\.[^.]*$/, '').slice(0, 100) || 'Picture';

/** Places pictures from files on the sheet, or in the group that is worked in; the first about a place, or the middle. */
export async function placePictures(files: readonly File[], at: Point | null): Promise<void> {
  if (files.length > mostAtOnce) {
    say(`At most ${mostAtOnce} pictures are placed at once; these are ${files.length}.`);
    return;
  }
  const pictures: PlacedPicture[] = [];
  const faults: string[] = [];
  for (const file of files) {
    const brought = await bring(file);
    if ('id' in brought) pictures.push({ image: brought.id, name: nameOf(file) });
    else faults.push(brought.fault);
  }
  say('');
  if (pictures.length) await run('Picture', { do: 'place-pictures', parent: get().scope, pictures, at });
  if (faults.length) say(faults.join(' '));
}

/** Lets the designer choose files of pictures. */
function chooseFiles(several: boolean): Promise<File[]> {
  const input = document.createElement('input');
  input.type = 'file';
  input.accept = several
    ? [...types, 'image/svg+xml', '.svg', 'application/pdf', '.pdf'].join(',')
    : types.join(',');
  input.multiple = several;
  return new Promise((resolve) => {
    input.onchange = () => resolve([...(input.files ?? [])]);
    input.oncancel = () => resolve([]);
    input.click();
  });
}

/** Lets the designer choose pictures and drawings, and places them. */
export async function choosePictures(): Promise<void> {
  const files = await chooseFiles(true);
  const drawings = files.filter(isDrawing);
  if (drawings.length) await placeDrawingFiles(drawings, null);
  const pictures = files.filter((f) => !isDrawing(f));
  if (pictures.length) await placePictures(pictures, null);
}
