import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import type PgBoss from 'pg-boss';
import {
  type DeliveredFile,
  type Delivery,
  type DeliveryEntry,
  type Design,
  type ExportSet,
  emptySet,
  imageIdsIn,
} from '@/core';
import { getPresentText } from '../bring-up';
import type { Database } from '../database';
import { getEntry } from '../designs';
import { lanes } from '../drawing';
import { fontFiles } from '../fonts';
import { BadRequest, Busy, NotFound } from '../http/errors';
import { imageFiles } from '../images';
import { putJobs } from './queue';

/** Days that what was delivered is kept, and bytes of an owner's that are: the oldest go first. */
export const keptDays = 7;
const keptBytes = (): number => Number(process.env.COMPASS_DELIVERED_BYTES) || 20 * 2 ** 30;

/** Files of one owner that may wait. */
const mostWaiting = 2000;

/** Channel on which workers are told that there is something to do. */
export const wakeChannel = 'silent_compass_delivery';

/** Lets go of the oldest deliveries where there is more than is kept, those that are under way left alone. */
async function makeRoom(db: Database, owner: string): Promise<void> {
  await sql`delete from deliveries where id in (
    select id from (
      select id, busy, sum(bytes) over (order by created_at desc, id) as held from (
        select d.id, d.created_at, octet_length(d.document) + coalesce(sum(f.size), 0) as bytes,
          bool_or(f.state in ('waiting', 'working')) as busy
        from deliveries d join delivery_files f on f.delivery_id = d.id
        where d.owner_id = ${owner} group by d.id) each_one
    ) in_turn where held > ${keptBytes()} and not busy)`.execute(db);
}

/**
 * Asks for files of a design as it is stored now: those of a set, or of its own. They are made by workers.
 * @throws NotFound where the owner has no such design.
 * @throws BadRequest where there is nothing to make.
 */
export async function orderDelivery(
  db: Database,
  queue: PgBoss,
  owner: string,
  designId: string,
  asked: ExportSet | null,
): Promise<{ id: string }> {
  const { text, seq, name } = await getPresentText(db, owner, designId);
  const set = asked ?? (JSON.parse(text) as Pick<Design, 'exports'>).exports ?? emptySet;
  const fonts = await fontFiles(db, owner, text);
  const images = await imageFiles(db, owner, imageIdsIn(text));
  const files = await lanes().small.run({ kind: 'plan', text, set, fonts, images }, { by: owner });
  if (!files.length) throw new BadRequest('There is no file to make: no row of the set is on.');
  const { waiting } = await db
    .selectFrom('delivery_files as f')
    .innerJoin('deliveries as d', 'd.id', 'f.delivery_id')
    .select(({ fn }) => fn.countAll<number>().as('waiting'))
    .where('d.owner_id', '=', owner)
    .where('f.state', '=', 'waiting')
    .executeTakeFirstOrThrow();
  if (Number(waiting) + files.length > mostWaiting)
    throw new Busy('Too many files are waiting to be made. Try again when some are done.');
  await makeRoom(db, owner);
  const id = randomUUID();
  const numbered = files.map((file, number) => ({ file, number, jobId: randomUUID() }));
  await db.transaction().execute(async (tx) => {
    await tx
      .insertInto('deliveries')
      .values({
        id,
        owner_id: owner,
        design_id: designId,
        seq,
        document: text,
        name,
        export_set: JSON.stringify(set),
      })
      .execute();
    await tx
      .insertInto('delivery_files')
      .values(
        numbered.map(({ file, number, jobId }) => ({
          delivery_id: id,
          number,
          name: file.name,
          media: file.media,
          pixels: file.pixels,
          state: file.fault ? ('failed' as const) : ('waiting' as const),
          job_id: jobId,
          message: file.fault,
        })),
      )
      .execute();
    await putJobs(
      queue,
      tx,
      numbered
        .filter(({ file }) => !file.fault)
        .map(({ number, jobId }) => ({ id: jobId, data: { delivery: id, number } })),
    );
    await sql`select pg_notify(${wakeChannel}, '')`.execute(tx);
  });
  return { id };
}

const entryOf = (d: {
  id: string;
  design_id: string;
  name: string;
  seq: number;
  created_at: Date;
}): DeliveryEntry => ({
  id: d.id,
  designId: d.design_id,
  name: d.name,
  seq: d.seq,
  at: d.created_at.toISOString(),
  until: new Date(d.created_at.getTime() + keptDays * 86_400_000).toISOString(),
});

/** A delivery of an owner's and how far each of its files is. @throws NotFound where there is none such any more. */
export async function getDelivery(db: Database, owner: string, id: string): Promise<Delivery> {
  const found = await db
    .selectFrom('deliveries')
    .select(['id', 'design_id', 'name', 'seq', 'created_at'])
    .where('id', '=', id)
    .where('owner_id', '=', owner)
    .executeTakeFirst();
  if (!found) throw new NotFound('This delivery is not kept any more.');
  const files = await db
    .selectFrom('delivery_files')
    .select(['number', 'name', 'media', 'state', 'progress', 'message', 'notes', 'size'])
    .where('delivery_id', '=', id)
    .orderBy('number')
    .execute();
  return { ...entryOf(found), files: files.map((f): DeliveredFile => ({ ...f, notes: f.notes ?? [] })) };
}

/** Deliveries of a design, the latest first. @throws NotFound where the owner has no such design. */
export async function listDeliveries(
  db: Database,
  owner: string,
  designId: string,
): Promise<DeliveryEntry[]> {
  await getEntry(db, owner, designId);
  const rows = await db
    .selectFrom('deliveries')
    .select(['id', 'design_id', 'name', 'seq', 'created_at'])
    .where('design_id', '=', designId)
    .where('owner_id', '=', owner)
    .orderBy('created_at', 'desc')
    .limit(50)
    .execute();
  return rows.map(entryOf);
}

/** Stops what is not done yet of a delivery; what is done stays. @throws NotFound where there is none such any more. */
export async function stopDelivery(db: Database, owner: string, id: string): Promise<void> {
  await getDelivery(db, owner, id);
  await db
    .updateTable('delivery_files')
    .set({ state: 'stopped', worker: null, ended_at: new Date() })
    .where('delivery_id', '=', id)
    .where('state', 'in', ['waiting', 'working'])
    .execute();
}

/** Has those files of a delivery made again that were stopped or failed. */
export async function retryDelivery(db: Database, queue: PgBoss, owner: string, id: string): Promise<void> {
  await getDelivery(db, owner, id);
  await db.transaction().execute(async (tx) => {
    const again = await tx
      .selectFrom('delivery_files')
      .select('number')
      .where('delivery_id', '=', id)
      .where('state', 'in', ['failed', 'stopped'])
      .forUpdate()
      .execute();
    const jobs = again.map(({ number }) => ({ id: randomUUID(), data: { delivery: id, number } }));
    for (const { id: jobId, data } of jobs)
      await tx
        .updateTable('delivery_files')
        .set({ state: 'waiting', job_id: jobId, attempts: 0, progress: 0, message: null, ended_at: null })
        .where('delivery_id', '=', id)
        .where('number', '=', data.number)
        .execute();
    if (jobs.length) await putJobs(queue, tx, jobs);
    await sql`select pg_notify(${wakeChannel}, '')`.execute(tx);
  });
}
