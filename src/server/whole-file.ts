import { imageIdsIn } from '@/core';
import type { Database } from './database';
import type { DesignText } from './designs';
import { fontFiles } from './fonts';
import { ZipWriter } from './zip-writer';

/** Ends of the names of pictures, by their media types. */
const ends: Readonly<Record<string, string>> = {
  'image/png': 'png',
  'image/jpeg': 'jpg',
  'image/webp': 'webp',
  'image/avif': 'avif',
};

/** Whether a design names files beside itself: fonts of its owner’s, or pictures. */
export async function hasFiles(db: Database, owner: string, { text }: DesignText): Promise<boolean> {
  return imageIdsIn(text).length > 0 || (await fontFiles(db, owner, text)).length > 0;
}

/** A design with the fonts and pictures that it names as one zip, written as it is read. */
export async function* wholeFile(
  db: Database,
  owner: string,
  { text }: DesignText,
): AsyncGenerator<Uint8Array> {
  const zip = new ZipWriter();
  yield* zip.file('design.json', new TextEncoder().encode(text), true);
  for (const { id, bytes } of await fontFiles(db, owner, text))
    yield* zip.file(`fonts/${id}.ttf`, bytes, true);
  for (const id of imageIdsIn(text)) {
    // One at a time: together they may be more than fits.
    const row = await db
      .selectFrom('images')
      .select(['type', 'bytes'])
      .where('owner_id', '=', owner)
      .where('id', '=', id)
      .executeTakeFirst();
    if (row) yield* zip.file(`pictures/${id}.${ends[row.type] ?? 'bin'}`, row.bytes, false);
  }
  yield* zip.end();
}
