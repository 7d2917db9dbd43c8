import type { OwnFont } from '@/core';
import type { Database } from './database';
import { lanes } from './drawing';
import type { FontFile } from './drawing/messages';
import { NotFound } from './http/errors';

/** Largest font file that is taken, in bytes. */
export const fontFileLimit = 32 << 20;

/**
 * Keeps a font of an owner's; the same file is kept once. It is unpacked and read in a process of its own.
 * @throws HttpError with the reason where it cannot be used, 499 where `signal` says that nobody waits for it.
 */
export async function storeFont(
  db: Database,
  owner: string,
  file: Uint8Array,
  signal: AbortSignal | null = null,
): Promise<OwnFont> {
  const { bytes, ...font } = await lanes().files.run({ kind: 'font', bytes: file }, { by: owner, signal });
  await db
    .insertInto('fonts')
    .values({ ...font, owner_id: owner, bytes: Buffer.from(bytes) })
    .onConflict((c) => c.doNothing())
    .execute();
  return font;
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

/** The fonts of an owner's that a design, as JSON, names. */
export async function fontFiles(db: Database, owner: string, text: string): Promise<FontFile[]> {
  const ids = new Set(text.match(/(?<=")own-[0-9a-f]{40}(?=")/g));
  const found = await Promise.all(
    [...ids].map(async (id) => {
      try {
        return { id, bytes: new Uint8Array(await fontBytes(db, owner, id)) };
      } catch (e) {
        // What is set in a font that is gone says so on its part.
        if (e instanceof NotFound) return null;
        throw e;
      }
    }),
  );
  return found.filter((f) => f !== null);
}
