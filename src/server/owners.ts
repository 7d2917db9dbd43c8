import type { Database } from './database';

const local = { id: 'local', name: 'Local designer' };
const known = new WeakSet<Database>();

/** The owner of a request: one local designer. */
export async function ensureOwner(db: Database): Promise<string> {
  if (!known.has(db)) {
    await db
      .insertInto('owners')
      .values(local)
      .onConflict((c) => c.doNothing())
      .execute();
    known.add(db);
  }
  return local.id;
}
