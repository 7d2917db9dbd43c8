import type { Delivery } from '@/core';
import type { Database } from '../database';
import { ZipWriter } from '../zip-writer';
import { piecesOf } from './pieces';

/** Kinds of files that are worth packing: the others are packed already. */
const packable = /^(?:image\/svg\+xml|application\/manifest\+json)$/;

/** All finished files of a delivery as one zip, written as it is read. */
export async function* zipped(db: Database, { id, files }: Delivery): AsyncGenerator<Uint8Array> {
  const zip = new ZipWriter();
  for (const { number, name, media, state, size } of files) {
    if (state !== 'done' || size === null) continue;
    zip.begin(name, packable.test(media));
    for await (const piece of piecesOf(db, id, number, size)) yield* zip.put(piece);
    yield* zip.put(new Uint8Array(), true);
  }
  yield* zip.end();
}
