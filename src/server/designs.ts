import {
  applyPatch,
  type Change,
  clipText,
  type Design,
  type DesignEntry,
  PatchError,
  type PatchOperation,
  type StoredChange,
  type StoredDesign,
} from '@/core';
import { readDesign } from '@/core/reading';
import type { Database } from './database';
import { Conflict, NotFound } from './http/errors';

/** A change as a window sends it. */
export interface ChangeRequest extends Change {
  /** Sequence number of the last change the client knew. */
  readonly base: number;
}

/** Every so many changes the whole design is kept as well. */
const snapshotEvery = 100;

const columns = ['id', 'name', 'seq', 'updated_at'] as const;

const entry = (row: { id: string; name: string; seq: number; updated_at: Date }): DesignEntry => ({
  id: row.id,
  name: row.name,
  seq: row.seq,
  updatedAt: row.updated_at.toISOString(),
});

export async function listDesigns(db: Database, owner: string): Promise<DesignEntry[]> {
  const rows = await db
    .selectFrom('designs')
    .select(columns)
    .where('owner_id', '=', owner)
    .where('deleted_at', 'is', null)
    .orderBy('updated_at', 'desc')
    .orderBy('id')
    .execute();
  return rows.map(entry);
}

/** @throws NotFound where the owner has no such design. */
export async function getDesign(db: Database, owner: string, id: string): Promise<StoredDesign> {
  const row = await db
    .selectFrom('designs')
    .select([...columns, 'document'])
    .where('id', '=', id)
    .where('owner_id', '=', owner)
    .where('deleted_at', 'is', null)
    .executeTakeFirst();
  if (!row) throw new NotFound('There is no such design.');
  return { ...entry(row), document: row.document as Design };
}

export async function createDesign(
  db: Database,
  owner: string,
  document: Design,
  slug: string | null = null,
): Promise<DesignEntry> {
  const row = await db
    .insertInto('designs')
    .values({
      owner_id: owner,
      name: document.name,
      document: JSON.stringify(document),
      slug,
      deleted_at: null,
    })
    .returning(columns)
    .executeTakeFirstOrThrow();
  return entry(row);
}

/** Copies a design under the name “… copy”. */
export async function duplicateDesign(db: Database, owner: string, id: string): Promise<DesignEntry> {
  const { document } = await getDesign(db, owner, id);
  return createDesign(db, owner, { ...document, name: clipText(`${document.name} copy`, 200) });
}

/** Marks a design as deleted, or takes that back. @throws NotFound where there is none. */
export async function setDeleted(db: Database, owner: string, id: string, deleted: boolean): Promise<void> {
  const { numUpdatedRows } = await db
    .updateTable('designs')
    .set({ deleted_at: deleted ? new Date() : null })
    .where('id', '=', id)
    .where('owner_id', '=', owner)
    .executeTakeFirst();
  if (!numUpdatedRows) throw new NotFound('There is no such design.');
}

/** Whether two patches touch the same place, or one a place inside the other's. */
function touches(a: readonly PatchOperation[], b: readonly PatchOperation[]): boolean {
  const places = (patch: readonly PatchOperation[]) =>
    patch.flatMap((o) => ('from' in o ? [o.path, o.from] : [o.path])).map((p) => `${p}/`);
  const other = places(b);
  return places(a).some((p) => other.some((q) => p.startsWith(q) || q.startsWith(p)));
}

async function changesAfter(db: Database, id: string, since: number): Promise<StoredChange[]> {
  const rows = await db
    .selectFrom('changes')
    .selectAll()
    .where('design_id', '=', id)
    .where('seq', '>', since)
    .orderBy('seq')
    .execute();
  return rows.map((r) => ({
    seq: r.seq,
    changeId: r.change_id,
    clientId: r.client_id,
    role: r.role,
    label: r.label,
    patch: r.patch,
    inverse: r.inverse,
  }));
}

/** A design's changes after a sequence number, oldest first. */
export async function listChanges(
  db: Database,
  owner: string,
  id: string,
  since: number,
): Promise<StoredChange[]> {
  await getDesign(db, owner, id);
  return changesAfter(db, id, since);
}

/**
 * Applies one change on top of all that came before, or refuses it whole. A change sent twice is
 * taken once. What other windows did meanwhile comes back in `since`.
 * @throws Conflict where another window changed the same place.
 * @throws DesignError where the design would no longer be sound.
 */
export async function appendChange(
  db: Database,
  owner: string,
  id: string,
  change: ChangeRequest,
): Promise<{ seq: number; since: StoredChange[] }> {
  return db.transaction().execute(async (tx) => {
    const row = await tx
      .selectFrom('designs')
      .select(['document', 'seq'])
      .where('id', '=', id)
      .where('owner_id', '=', owner)
      .where('deleted_at', 'is', null)
      .forUpdate()
      .executeTakeFirst();
    if (!row) throw new NotFound('There is no such design.');
    const since = await changesAfter(tx, id, change.base);
    const same = await tx
      .selectFrom('changes')
      .select('seq')
      .where('design_id', '=', id)
      .where('change_id', '=', change.changeId)
      .executeTakeFirst();
    if (same) return { seq: same.seq, since: since.filter((c) => c.changeId !== change.changeId) };
    if (change.base > row.seq)
      throw new Conflict('This window is ahead of what is stored; load the design again.');
    if (since.some((c) => touches(c.patch, change.patch)))
      throw new Conflict('Another window changed the same thing meanwhile.');
    let next: Design;
    try {
      next = readDesign(applyPatch(row.document as Design, change.patch));
    } catch (e) {
      if (e instanceof PatchError) throw new Conflict(`The change does not fit what is stored: ${e.message}`);
      throw e;
    }
    const seq = row.seq + 1;
    await tx
      .insertInto('changes')
      .values({
        design_id: id,
        seq,
        change_id: change.changeId,
        client_id: change.clientId,
        role: change.role,
        label: change.label,
        patch: JSON.stringify(change.patch),
        inverse: JSON.stringify(change.inverse),
      })
      .execute();
    await tx
      .updateTable('designs')
      .set({ document: JSON.stringify(next), name: next.name, seq, updated_at: new Date() })
      .where('id', '=', id)
      .execute();
    if (seq % snapshotEvery === 0)
      await tx
        .insertInto('snapshots')
        .values({ design_id: id, seq, document: JSON.stringify(next) })
        .execute();
    return { seq, since };
  });
}
