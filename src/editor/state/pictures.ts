import type { Point } from '@/core';
import { run } from './actions';
import { ApiError, api } from './api';
import { get, say } from './store';

/** What files can be placed. */
const types = ['image/png', 'image/jpeg', 'image/webp', 'image/avif'] as const;

/** The files of pictures among what was dropped or pasted. */
export const picturesIn = (data: DataTransfer | null): File[] =>
  [...(data?.files ?? [])].filter((f) => types.some((t) => t === f.type));

/** Brings a picture to the server; its id, or null where it cannot be used, which is said in words. */
export async function bringPicture(file: File): Promise<string | null> {
  say(`Bringing “${file.name}” …`);
  try {
    const { id } = await api.addImage(file);
    say('');
    return id;
  } catch (e) {
    if (!(e instanceof ApiError)) throw e;
    say(`“${file.name}” was not placed. ${e.message}`);
    return null;
  }
}

/** What a picture is called by its file: without what follows the last dot. */
const nameOf = (file: File): string => file.name.replace(/\.[^.]*$/, '').slice(0, 100) || 'Picture';

/** Places pictures from files on the sheet, or in the group that is worked in; the first about a place, or the middle. */
export async function placePictures(files: readonly File[], at: Point | null): Promise<void> {
  const pictures: { image: string; name: string }[] = [];
  for (const file of files) {
    const image = await bringPicture(file);
    if (image) pictures.push({ image, name: nameOf(file) });
  }
  if (pictures.length) await run('Picture', { do: 'place-pictures', parent: get().scope, pictures, at });
}

/** Lets the designer choose files of pictures. */
export function chooseFiles(several: boolean): Promise<File[]> {
  const input = document.createElement('input');
  input.type = 'file';
  input.accept = types.join(',');
  input.multiple = several;
  return new Promise((resolve) => {
    input.onchange = () => resolve([...(input.files ?? [])]);
    input.oncancel = () => resolve([]);
    input.click();
  });
}

/** Lets the designer choose pictures, and places them. */
export const choosePictures = async (): Promise<void> => placePictures(await chooseFiles(true), null);
