import { createHash } from 'node:crypto';
import { clipText, FontFault, type OwnFont, ownFaceId, provideFace } from '@/core';
import { openFace } from '@/core/shaping';
import type { Database } from './database';
import { HttpError, NotFound } from './http/errors';
import { fontLimit, unpackFont } from './woff';

/**
 * Keeps a font of an owner's; the same file is kept once.
 * @throws HttpError with the reason where it cannot be used.
 */
export async function storeFont(db: Database, owner: string, file: Uint8Array): Promise<OwnFont> {
  if (file.length > fontLimit) throw new HttpError(413, 'The font is too large.');
  let bytes: Uint8Array;
  try {
    bytes = await unpackFont(file);
    const id = ownFaceId(createHash('sha256').update(bytes).digest('hex'));
    const face = openFace(id, bytes);
    const font = { id, name: clipText(face.name, 200), licence: clipText(face.licence, 2000) };
    await db
      .insertInto('fonts')
      .values({ ...font, owner_id: owner, bytes: Buffer.from(bytes) })
      .onConflict((c) => c.doNothing())
      .execute();
    provideFace(face);
    return font;
  } catch (e) {
    if (e instanceof FontFault) throw new HttpError(422, e.message);
    throw e;
  }
}

export const listFonts = (db: Database, owner: string): Promise<OwnFont[]> =>
  db
    .selectFrom('fonts')
    .select(['id', 'name', 'licence'])
    .where('owner_id', '=', owner)
    .orderBy('name')
    .execute();

/** The file of an owner's font. @throws NotFound where there is none. */
export async function fontBytes(db: Database, owner: string, id: string): Promise<Uint8Array> {
  const found = await db
    .selectFrom('fonts')
    .select('bytes')
    .where('owner_id', '=', owner)
    .where('id', '=', id)
    .executeTakeFirst();
  if (!found) throw new NotFound('There is no such font.');
  return found.bytes;
}
