import { sql } from 'kysely';
import { clipText, type Design, type DesignEntry, type StoredDesign } from '@/core';
import type { Database, StoredHead } from './database';
import { NotFound } from './http/errors';
import { headOf, putOrders, putParts } from './pieces';

const columns = ['id', 'name', 'seq', 'updated_at'] as const;

const entry = (row: { id: string; name: string; seq: number; updated_at: Date }): DesignEntry => ({
  id: row.id,
  name: row.name,
  seq: row.seq,
  updatedAt: row.updated_at.toISOString(),
});

const missing = () => new NotFound('There is no such design.');

/** The designs of an owner, the last changed first; or those that were deleted and can be brought back. */
export async function listDesigns(db: Database, owner: string, deleted = false): Promise<DesignEntry[]> {
  const rows = await db
    .selectFrom('designs')
    .select(columns)
    .where('owner_id', '=', owner)
    .where('deleted_at', deleted ? 'is not' : 'is', null)
    .orderBy(deleted ? 'deleted_at' : 'updated_at', 'desc')
    .orderBy('id')
    .execute();
  return rows.map(entry);
}

/** A design in the list. @throws NotFound where the owner has no such design. */
export async function getEntry(db: Database, owner: string, id: string): Promise<DesignEntry> {
  const row = await db
    .selectFrom('designs')
    .select(columns)
    .where('id', '=', id)
    .where('owner_id', '=', owner)
    .where('deleted_at', 'is', null)
    .executeTakeFirst();
  if (!row) throw missing();
  return entry(row);
}

/** A design as JSON text, put together from its pieces without being read. */
export interface DesignText extends DesignEntry {
  readonly text: string;
}

/** @throws NotFound where the owner has no such design. */
export async function getDesignText(
  db: Database,
  owner: string,
  id: string,
): Promise<DesignText & { readonly version: number }> {
  // One statement, so that all pieces are of one moment.
  const { rows } = await sql<{
    id: string;
    name: string;
    seq: number;
    updated_at: Date;
    head: StoredHead;
    orders: Record<string, string>;
    parts: string;
  }>`
    select d.id, d.name, d.seq, d.updated_at, d.head,
      (select coalesce(jsonb_object_agg(o.sheet_id, o.parts::text), '{}') from design_orders o
        where o.design_id = d.id) as orders,
      (select coalesce(string_agg(to_json(p.id)::text || ':' || p.body::text, ','), '') from design_parts p
        where p.design_id = d.id) as parts
    from designs d
    where d.id = ${id} and d.owner_id = ${owner} and d.deleted_at is null`.execute(db);
  const [row] = rows;
  if (!row) throw missing();
  const { sheets, ...rest } = row.head;
  const sheetTexts = sheets.map(
    (s) => `${JSON.stringify(s).slice(0, -1)},"parts":${row.orders[s.id] ?? '[]'}}`,
  );
  const text = `${JSON.stringify(rest).slice(0, -1)},"sheets":[${sheetTexts.join()}],"parts":{${row.parts}}}`;
  return { ...entry(row), text, version: rest.version };
}

/** @throws NotFound where the owner has no such design. */
export async function getDesign(db: Database, owner: string, id: string): Promise<StoredDesign> {
  const { text, version: _, ...rest } = await getDesignText(db, owner, id);
  return { ...rest, document: JSON.parse(text) as Design };
}

export async function createDesign(
  db: Database,
  owner: string,
  document: Design,
  slug: string | null = null,
): Promise<DesignEntry> {
  const parts = JSON.stringify(document.parts);
  return db.transaction().execute(async (tx) => {
    const head = JSON.stringify(headOf(document));
    const row = await tx
      .insertInto('designs')
      .values({
        owner_id: owner,
        name: document.name,
        head,
        size: head.length + parts.length,
        slug,
        deleted_at: null,
      })
      .returning(columns)
      .executeTakeFirstOrThrow();
    await putParts(tx, row.id, document.parts);
    await putOrders(tx, row.id, document.sheets);
    return entry(row);
  });
}

/** Puts a whole design in the place of one that nobody has changed since it had number `seq`. */
export async function replaceDesign(db: Database, id: string, seq: number, document: Design): Promise<void> {
  const [head, parts] = [JSON.stringify(headOf(document)), JSON.stringify(document.parts)];
  await db.transaction().execute(async (tx) => {
    const { numUpdatedRows } = await tx
      .updateTable('designs')
      .set({
        head,
        name: document.name,
        size: head.length + parts.length,
        // A new number, so that pictures kept by browsers are drawn again.
        seq: seq + 1,
        updated_at: new Date(),
      })
      .where('id', '=', id)
      .where('seq', '=', seq)
      .executeTakeFirst();
    if (!numUpdatedRows) return;
    await tx.deleteFrom('design_parts').where('design_id', '=', id).execute();
    await tx.deleteFrom('design_orders').where('design_id', '=', id).execute();
    await putParts(tx, id, document.parts);
    await putOrders(tx, id, document.sheets);
  });
}

/** Copies a design under the name “… copy”. */
export async function duplicateDesign(db: Database, owner: string, id: string): Promise<DesignEntry> {
  return db.transaction().execute(async (tx) => {
    const from = await tx
      .selectFrom('designs')
      .select(['name', 'head', 'size'])
      .where('id', '=', id)
      .where('owner_id', '=', owner)
      .where('deleted_at', 'is', null)
      .forShare()
      .executeTakeFirst();
    if (!from) throw missing();
    const name = clipText(`${from.name} copy`, 200);
    const row = await tx
      .insertInto('designs')
      .values({
        owner_id: owner,
        name,
        head: JSON.stringify({ ...from.head, name }),
        size: from.size,
        slug: null,
        deleted_at: null,
      })
      .returning(columns)
      .executeTakeFirstOrThrow();
    await sql`insert into design_parts (design_id, id, body)
      select ${row.id}::uuid, id, body from design_parts where design_id = ${id}`.execute(tx);
    await sql`insert into design_orders (design_id, sheet_id, parts)
      select ${row.id}::uuid, sheet_id, parts from design_orders where design_id = ${id}`.execute(tx);
    return entry(row);
  });
}

/** Marks a design as deleted, or takes that back. @throws NotFound where there is none. */
export async function setDeleted(db: Database, owner: string, id: string, deleted: boolean): Promise<void> {
  const { numUpdatedRows } = await db
    .updateTable('designs')
    .set({ deleted_at: deleted ? new Date() : null })
    .where('id', '=', id)
    .where('owner_id', '=', owner)
    .executeTakeFirst();
  if (!numUpdatedRows) throw missing();
}
