import { type Kysely, type Migration, Migrator, sql } from 'kysely';
import { readDesign } from '@/core/reading';
import type { Database } from './database';

const migrations: Record<string, Migration> = {
  '001-designs': {
    async up(db: Kysely<unknown>) {
      await db.schema
        .createTable('owners')
        .addColumn('id', 'text', (c) => c.primaryKey())
        .addColumn('name', 'text', (c) => c.notNull())
        .execute();
      await db.schema
        .createTable('designs')
        .addColumn('id', 'uuid', (c) => c.primaryKey().defaultTo(sql`gen_random_uuid()`))
        .addColumn('owner_id', 'text', (c) => c.notNull().references('owners.id'))
        .addColumn('name', 'text', (c) => c.notNull())
        .addColumn('document', 'jsonb', (c) => c.notNull())
        .addColumn('seq', 'bigint', (c) => c.notNull().defaultTo(0))
        .addColumn('created_at', 'timestamptz', (c) => c.notNull().defaultTo(sql`now()`))
        .addColumn('updated_at', 'timestamptz', (c) => c.notNull().defaultTo(sql`now()`))
        .addColumn('deleted_at', 'timestamptz')
        .addColumn('slug', 'text')
        .addUniqueConstraint('one_demo_design', ['owner_id', 'slug'])
        .execute();
      await db.schema
        .createIndex('designs_by_owner')
        .on('designs')
        .columns(['owner_id', 'updated_at'])
        .execute();
      await db.schema
        .createTable('changes')
        .addColumn('design_id', 'uuid', (c) => c.notNull().references('designs.id').onDelete('cascade'))
        .addColumn('seq', 'bigint', (c) => c.notNull())
        .addColumn('change_id', 'text', (c) => c.notNull())
        .addColumn('client_id', 'text', (c) => c.notNull())
        .addColumn('role', 'text', (c) => c.notNull())
        .addColumn('label', 'text', (c) => c.notNull())
        .addColumn('patch', 'jsonb', (c) => c.notNull())
        .addColumn('inverse', 'jsonb', (c) => c.notNull())
        .addColumn('created_at', 'timestamptz', (c) => c.notNull().defaultTo(sql`now()`))
        .addPrimaryKeyConstraint('changes_key', ['design_id', 'seq'])
        .addUniqueConstraint('change_once', ['design_id', 'change_id'])
        .execute();
      await db.schema
        .createTable('snapshots')
        .addColumn('design_id', 'uuid', (c) => c.notNull().references('designs.id').onDelete('cascade'))
        .addColumn('seq', 'bigint', (c) => c.notNull())
        .addColumn('document', 'jsonb', (c) => c.notNull())
        .addColumn('created_at', 'timestamptz', (c) => c.notNull().defaultTo(sql`now()`))
        .addPrimaryKeyConstraint('snapshots_key', ['design_id', 'seq'])
        .execute();
    },
  },
  // Stored designs take on the fields that came later, so that changes can be put to them.
  '002-later-fields': { up: fillLaterFields },
  '003-later-fields': { up: fillLaterFields },
  '004-later-fields': { up: fillLaterFields },
  '005-later-fields': { up: fillLaterFields },
  '006-later-fields': { up: fillLaterFields },
  '007-fonts': {
    async up(db: Kysely<unknown>) {
      await db.schema
        .createTable('fonts')
        .ifNotExists()
        .addColumn('owner_id', 'text', (c) => c.notNull().references('owners.id'))
        .addColumn('id', 'text', (c) => c.notNull())
        .addColumn('name', 'text', (c) => c.notNull())
        .addColumn('licence', 'text', (c) => c.notNull())
        .addColumn('bytes', 'bytea', (c) => c.notNull())
        .addColumn('created_at', 'timestamptz', (c) => c.notNull().defaultTo(sql`now()`))
        .addPrimaryKeyConstraint('fonts_key', ['owner_id', 'id'])
        .execute();
    },
  },
};

/** Fills in fields that came later than a stored design. */
async function fillLaterFields(db: Kysely<unknown>): Promise<void> {
  const { rows } = await sql<{ id: string; document: unknown }>`SELECT id, document FROM designs`.execute(db);
  for (const { id, document } of rows) {
    const whole = JSON.stringify(readDesign(document));
    await sql`UPDATE designs SET document = ${whole}::jsonb WHERE id = ${id}`.execute(db);
  }
}

/** Brings a database up to date. @throws Error naming the migration that failed. */
export async function migrate(db: Database): Promise<void> {
  const migrator = new Migrator({ db, provider: { getMigrations: async () => migrations } });
  const { error, results } = await migrator.migrateToLatest();
  const failed = results?.find((r) => r.status === 'Error');
  if (error)
    throw new Error(
      `The database could not be brought up to date${failed ? ` (${failed.migrationName})` : ''}: ${String(error)}`,
    );
}
