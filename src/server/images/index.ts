import { randomUUID } from 'node:crypto';
import { open, rename, rm } from 'node:fs/promises';
import { type BlockPlace, blockOffset, blockSize, imageSize } from '@/core';
import type { Database } from '../database';
import { lanes } from '../drawing';
import type { JobTerms } from '../drawing/lane';
import type { ImageFile } from '../drawing/messages';
import { NotFound } from '../http/errors';
import { hasPack, packFile, trimPacks } from './packs';

/** Largest file of a picture that is taken, in bytes. */
export const imageFileLimit = 64 << 20;

/** Unpacks a picture in a process of its own. @throws HttpError with the reason where that cannot be done. */
async function unpack(bytes: Uint8Array, terms: JobTerms): Promise<{ id: string; type: string }> {
  const made = await packFile(`new-${randomUUID()}`);
  try {
    const read = await lanes().files.run({ kind: 'image', bytes, file: made }, terms);
    await rename(/* turbopackIgnore: true */ made, await packFile(read.id));
    await trimPacks();
    return read;
  } finally {
    await rm(/* turbopackIgnore: true */ made, { force: true });
  }
}

/**
 * Keeps a picture of an owner's; the same file is kept once.
 * @throws HttpError with the reason where it cannot be used, 499 where `signal` says that nobody waits for it.
 */
export async function storeImage(
  db: Database,
  owner: string,
  file: Uint8Array,
  signal: AbortSignal | null = null,
): Promise<{ id: string }> {
  const { id, type } = await unpack(file, { by: owner, signal });
  await db
    .insertInto('images')
    .values({ id, type, owner_id: owner, bytes: Buffer.from(file) })
    .onConflict((c) => c.doNothing())
    .execute();
  return { id };
}

const gone = () => new NotFound('There is no such picture.');

/** Pictures that are being unpacked: who asks again meanwhile waits for the same. */
const underWay = new Map<string, Promise<unknown>>();

/** The file with the pixels of an owner's picture. @throws NotFound where there is none. */
async function imagePack(db: Database, owner: string, id: string): Promise<string> {
  const own = db.selectFrom('images').where('owner_id', '=', owner).where('id', '=', id);
  if (!(await own.select('id').executeTakeFirst())) throw gone();
  if (!(await hasPack(id))) {
    let work = underWay.get(id);
    if (!work) {
      work = own
        .select('bytes')
        .executeTakeFirstOrThrow(gone)
        .then(({ bytes }) => unpack(bytes, { by: owner }))
        .finally(() => underWay.delete(id));
      underWay.set(id, work);
    }
    await work;
  }
  return packFile(id);
}

/** Files with the pixels of those pictures that an owner has. */
export async function imageFiles(db: Database, owner: string, ids: readonly string[]): Promise<ImageFile[]> {
  const found = await Promise.all(
    ids.map(async (id) => {
      try {
        return { id, file: await imagePack(db, owner, id) };
      } catch (e) {
        // What shows a picture that is gone says so on its card.
        if (e instanceof NotFound) return null;
        throw e;
      }
    }),
  );
  return found.filter((f) => f !== null);
}

/** Straight-alpha RGBA bytes of a block of an owner's picture. @throws NotFound where there is none. */
export async function imageBlock(
  db: Database,
  owner: string,
  id: string,
  place: BlockPlace,
): Promise<Buffer> {
  const size = imageSize(id);
  const own = size && blockSize(size, place);
  if (!own) throw gone();
  const file = await open(/* turbopackIgnore: true */ await imagePack(db, owner, id), 'r');
  try {
    const block = Buffer.allocUnsafe(4 * own.width * own.height);
    const { bytesRead } = await file.read(block, 0, block.length, blockOffset(size, place));
    if (bytesRead < block.length) throw new Error('The pixels of a picture break off.');
    return block;
  } finally {
    await file.close();
  }
}
