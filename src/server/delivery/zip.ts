import { Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import type { Delivery } from '@/core';
import type { Database } from '../database';
import { piecesOf } from './pieces';

/** Kinds of files that are worth packing: the others are packed already. */
const packable = /^(?:image\/svg\+xml|application\/manifest\+json)$/;

/** All finished files of a delivery as one zip, written as it is read. */
export async function* zipped(db: Database, { id, files }: Delivery): AsyncGenerator<Uint8Array> {
  const ready: Uint8Array[] = [];
  let fault: Error | null = null;
  const zip = new Zip((error, data) => {
    if (error) fault = error;
    else ready.push(data);
  });
  for (const { number, name, media, state, size } of files) {
    if (state !== 'done' || size === null) continue;
    const entry = packable.test(media) ? new ZipDeflate(name, { level: 6 }) : new ZipPassThrough(name);
    zip.add(entry);
    for await (const piece of piecesOf(db, id, number, size)) {
      entry.push(piece);
      yield* ready.splice(0);
    }
    entry.push(new Uint8Array(), true);
    yield* ready.splice(0);
  }
  zip.end();
  if (fault) throw fault;
  yield* ready.splice(0);
}
