import { createReadStream } from 'node:fs';
import { readFile, rm } from 'node:fs/promises';
import path from 'node:path';
import { Readable } from 'node:stream';
import { imageIdsIn, keptPictureWidth } from '@/core';
import type { Database } from './database';
import { type DesignText, getDesignText, getEntry } from './designs';
import { lanes, timeFor } from './drawing';
import { Exhausted } from './drawing/lane';
import { fontFiles } from './fonts';
import { isDatabaseAway } from './http/answers';
import { HttpError } from './http/errors';
import { imageFiles } from './images';
import { type PictureOrder, pictureLimit } from './pictures';
import { makeFolder } from './temporary';

export interface StoredPicture {
  readonly name: string;
  readonly seq: number;
  readonly size: number;
  readonly body: BodyInit;
}

/** Pictures up to as wide as that of lists and openings are kept, so that each is drawn once. */
const isSmall = ({ sheet, width, dpi, ground, depth }: PictureOrder): boolean =>
  sheet === undefined &&
  width !== undefined &&
  width <= keptPictureWidth &&
  dpi === 96 &&
  ground &&
  depth === 8;

/** The picture that lists and openings begin with. */
const keptOrder: PictureOrder = { width: keptPictureWidth, dpi: 96, ground: true, depth: 8 };

/** What a picture is known by; longer names of sheets than this are not worth remembering. */
const keyOf = ({ sheet, width, dpi, ground, depth }: PictureOrder): string =>
  JSON.stringify([width ?? null, dpi, ground, depth, sheet ?? null]).slice(0, 300);

async function remember(
  db: Database,
  { id, seq }: Pick<DesignText, 'id' | 'seq'>,
  key: string,
  made: { png?: Buffer; fault?: string },
): Promise<void> {
  const values = { seq, png: made.png ?? null, fault: made.fault ?? null, created_at: new Date() };
  await db
    .insertInto('pictures')
    .values({ design_id: id, key, ...values })
    .onConflict((c) => c.columns(['design_id', 'key']).doUpdateSet(values).where('pictures.seq', '<=', seq))
    .execute();
  // What was drawn of an earlier state is never asked for again, but what the design is opened with until the new one is there.
  await db
    .deleteFrom('pictures')
    .where('design_id', '=', id)
    .where('seq', '<', seq)
    .where('key', '!=', keyOf(keptOrder))
    .execute();
}

/** Draws into a file of its own, which is gone when it has been read. */
async function drawn(
  db: Database,
  owner: string,
  design: DesignText,
  order: PictureOrder,
  signal: AbortSignal | null,
): Promise<{ size: number; folder: string; file: string }> {
  const folder = await makeFolder();
  try {
    const file = path.join(folder, 'picture.png');
    const fonts = await fontFiles(db, owner, design.text);
    const images = await imageFiles(db, owner, imageIdsIn(design.text));
    const small = isSmall(order);
    const pixels = Math.min(order.width ?? 0, pictureLimit) ** 2;
    const { size } = await (small ? lanes().small : lanes().pictures).run(
      { kind: 'picture', text: design.text, order, fonts, images, file },
      // A small one is kept, so it is finished though nobody waits any more.
      small ? { by: owner } : { by: owner, time: timeFor(pixels), signal },
    );
    return { size, folder, file };
  } catch (e) {
    await rm(folder, { recursive: true, force: true });
    throw e;
  }
}

/** Milliseconds after which what could not be drawn is tried again: a machine is not always as slow. */
const triedAgain = 10 * 60 * 1000;

/** Whether what could not be drawn is not to be tried again yet. */
export const isFresh = (failed: Date): boolean => Date.now() - failed.getTime() < triedAgain;

/** Small pictures that are being drawn: who asks again meanwhile gets the same. */
const underWay = new Map<string, Promise<Buffer>>();

async function smallPicture(
  db: Database,
  owner: string,
  design: DesignText,
  order: PictureOrder,
): Promise<Buffer> {
  const key = `${design.id} ${design.seq} ${keyOf(order)}`;
  let work = underWay.get(key);
  if (!work) {
    work = (async () => {
      const { folder, file } = await drawn(db, owner, design, order, null);
      try {
        const png = await readFile(/* turbopackIgnore: true */ file);
        await remember(db, design, keyOf(order), { png });
        return png;
      } finally {
        await rm(folder, { recursive: true, force: true });
      }
    })().finally(() => underWay.delete(key));
    underWay.set(key, work);
  }
  return work;
}

/**
 * A PNG of a design as it is now: a small one as it was kept, others drawn anew in a process of their own. What could
 * not be drawn is not tried again before some minutes have passed, or the design is another.
 * @throws HttpError where it cannot be drawn.
 */
export async function storedPicture(
  db: Database,
  owner: string,
  id: string,
  order: PictureOrder,
  signal: AbortSignal,
): Promise<StoredPicture> {
  const key = keyOf(order);
  const { name, seq } = await getEntry(db, owner, id);
  const known = await db
    .selectFrom('pictures')
    .select(['png', 'fault', 'created_at'])
    .where('design_id', '=', id)
    .where('key', '=', key)
    .where('seq', '=', seq)
    .executeTakeFirst();
  if (known?.fault && isFresh(known.created_at)) throw new HttpError(422, known.fault);
  if (known?.png) return { name, seq, size: known.png.length, body: new Uint8Array(known.png) };
  const design = await getDesignText(db, owner, id);
  try {
    if (isSmall(order)) {
      const png = await smallPicture(db, owner, design, order);
      return { name: design.name, seq: design.seq, size: png.length, body: new Uint8Array(png) };
    }
    const { size, folder, file } = await drawn(db, owner, design, order, signal);
    const stream = createReadStream(/* turbopackIgnore: true */ file);
    stream.once('close', () => void rm(folder, { recursive: true, force: true }));
    return { name: design.name, seq: design.seq, size, body: Readable.toWeb(stream) as ReadableStream };
  } catch (e) {
    if (e instanceof Exhausted) await remember(db, design, key, { fault: e.message });
    throw e;
  }
}

/**
 * Returns the picture of a design that was drawn last, be it of an earlier state; where it is not of the present one, that is drawn
 * meanwhile, for the next time. Null where none was drawn yet.
 * @throws NotFound where the owner has no such design; HttpError with why it cannot be drawn.
 */
export async function lastPicture(db: Database, owner: string, id: string): Promise<StoredPicture | null> {
  const { name, seq: now } = await getEntry(db, owner, id);
  const last = await db
    .selectFrom('pictures')
    .select(['png', 'seq', 'fault', 'created_at'])
    .where('design_id', '=', id)
    .where('key', '=', keyOf(keptOrder))
    .executeTakeFirst();
  if (last?.seq !== now || (last.fault && !isFresh(last.created_at))) void drawKept(db, owner, id);
  else if (last.fault) throw new HttpError(422, last.fault);
  if (!last?.png) return null;
  return { name, seq: last.seq, size: last.png.length, body: new Uint8Array(last.png) };
}

/** Returns the number of the change that the last drawn picture of a design shows; null where none was drawn yet. */
export async function lastPictureSeq(db: Database, owner: string, id: string): Promise<number | null> {
  const last = await db
    .selectFrom('pictures')
    .innerJoin('designs', 'designs.id', 'pictures.design_id')
    .select('pictures.seq')
    .where('designs.id', '=', id)
    .where('designs.owner_id', '=', owner)
    .where('designs.deleted_at', 'is', null)
    .where('pictures.key', '=', keyOf(keptOrder))
    .where('pictures.png', 'is not', null)
    .executeTakeFirst();
  return last?.seq ?? null;
}

/** Draws the picture that lists and openings begin with, where it is not there; what cannot be drawn says so in the list. */
async function drawKept(db: Database, owner: string, id: string): Promise<void> {
  try {
    await storedPicture(db, owner, id, keptOrder, new AbortController().signal);
  } catch (e) {
    if (!(e instanceof HttpError || e instanceof Exhausted || isDatabaseAway(e))) console.error(e);
  }
}
