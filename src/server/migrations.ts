import { type Kysely, type Migration, Migrator, sql } from 'kysely';
import type { Database } from './database';

/** Of a step that databases know by name. */
const nothing: Migration = { up: async () => undefined };

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
  // Stored designs are brought up to date by their first change (`bring-up`), and not here.
  '002-later-fields': nothing,
  '003-later-fields': nothing,
  '004-later-fields': nothing,
  '005-later-fields': nothing,
  '006-later-fields': nothing,
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
  // Designs in pieces, so that a change costs what it touches; whole copies now and then are needed no more.
  '008-pieces': {
    async up(db: Kysely<unknown>) {
      const ofDesign = (table: string) =>
        db.schema
          .createTable(table)
          .addColumn('design_id', 'uuid', (c) => c.notNull().references('designs.id').onDelete('cascade'));
      await ofDesign('design_parts')
        .addColumn('id', 'text', (c) => c.notNull())
        .addColumn('body', 'jsonb', (c) => c.notNull())
        .addPrimaryKeyConstraint('design_parts_key', ['design_id', 'id'])
        .execute();
      await ofDesign('design_orders')
        .addColumn('sheet_id', 'text', (c) => c.notNull())
        .addColumn('parts', 'jsonb', (c) => c.notNull())
        .addPrimaryKeyConstraint('design_orders_key', ['design_id', 'sheet_id'])
        .execute();
      await ofDesign('pictures')
        .addColumn('key', 'text', (c) => c.notNull())
        .addColumn('seq', 'bigint', (c) => c.notNull())
        .addColumn('png', 'bytea')
        .addColumn('fault', 'text')
        .addColumn('created_at', 'timestamptz', (c) => c.notNull().defaultTo(sql`now()`))
        .addPrimaryKeyConstraint('pictures_key', ['design_id', 'key'])
        .execute();
      await sql`alter table designs add column head jsonb, add column size bigint not null default 0`.execute(
        db,
      );
      await sql`insert into design_parts (design_id, id, body)
        select d.id, p.key, p.value from designs d, jsonb_each(d.document->'parts') p`.execute(db);
      await sql`insert into design_orders (design_id, sheet_id, parts)
        select d.id, s.value->>'id', s.value->'parts'
        from designs d, jsonb_array_elements(d.document->'sheets') s`.execute(db);
      await sql`update designs set size = octet_length(document::text), head = (document - 'parts') ||
        jsonb_build_object('sheets', (select jsonb_agg(s.value - 'parts' order by s.ordinality)
          from jsonb_array_elements(document->'sheets') with ordinality s))`.execute(db);
      await sql`alter table designs alter column head set not null, drop column document`.execute(db);
      await db.schema.dropTable('snapshots').execute();
      await db.schema.createIndex('designs_deleted').on('designs').column('deleted_at').execute();
    },
  },
  '009-images': {
    async up(db: Kysely<unknown>) {
      await db.schema
        .createTable('images')
        .addColumn('owner_id', 'text', (c) => c.notNull().references('owners.id'))
        .addColumn('id', 'text', (c) => c.notNull())
        .addColumn('type', 'text', (c) => c.notNull())
        .addColumn('bytes', 'bytea', (c) => c.notNull())
        .addColumn('created_at', 'timestamptz', (c) => c.notNull().defaultTo(sql`now()`))
        .addPrimaryKeyConstraint('images_key', ['owner_id', 'id'])
        .execute();
      // What is in it is packed already.
      await sql`alter table images alter column bytes set storage external`.execute(db);
    },
  },
  '010-deliveries': {
    async up(db: Kysely<unknown>) {
      await db.schema
        .createTable('deliveries')
        .addColumn('id', 'uuid', (c) => c.primaryKey())
        .addColumn('owner_id', 'text', (c) => c.notNull().references('owners.id'))
        .addColumn('design_id', 'uuid', (c) => c.notNull().references('designs.id').onDelete('cascade'))
        .addColumn('seq', 'bigint', (c) => c.notNull())
        .addColumn('document', 'text', (c) => c.notNull())
        .addColumn('name', 'text', (c) => c.notNull())
        .addColumn('export_set', 'jsonb', (c) => c.notNull())
        .addColumn('created_at', 'timestamptz', (c) => c.notNull().defaultTo(sql`now()`))
        .execute();
      await db.schema
        .createIndex('deliveries_by_design')
        .on('deliveries')
        .columns(['design_id', 'created_at'])
        .execute();
      await db.schema
        .createTable('delivery_files')
        .addColumn('delivery_id', 'uuid', (c) => c.notNull().references('deliveries.id').onDelete('cascade'))
        .addColumn('number', 'integer', (c) => c.notNull())
        .addColumn('name', 'text', (c) => c.notNull())
        .addColumn('media', 'text', (c) => c.notNull())
        .addColumn('pixels', 'bigint', (c) => c.notNull())
        .addColumn('state', 'text', (c) => c.notNull())
        .addColumn('job_id', 'uuid', (c) => c.notNull().unique())
        .addColumn('worker', 'integer')
        .addColumn('attempts', 'integer', (c) => c.notNull().defaultTo(0))
        .addColumn('progress', 'real', (c) => c.notNull().defaultTo(0))
        .addColumn('message', 'text')
        .addColumn('notes', 'jsonb')
        .addColumn('size', 'bigint')
        .addColumn('ended_at', 'timestamptz')
        .addPrimaryKeyConstraint('delivery_files_key', ['delivery_id', 'number'])
        .execute();
      await db.schema.createIndex('delivery_files_by_state').on('delivery_files').column('state').execute();
      await db.schema
        .createTable('delivery_pieces')
        .addColumn('delivery_id', 'uuid', (c) => c.notNull())
        .addColumn('number', 'integer', (c) => c.notNull())
        .addColumn('piece', 'integer', (c) => c.notNull())
        .addColumn('bytes', 'bytea', (c) => c.notNull())
        .addPrimaryKeyConstraint('delivery_pieces_key', ['delivery_id', 'number', 'piece'])
        .addForeignKeyConstraint(
          'pieces_of_files',
          ['delivery_id', 'number'],
          'delivery_files',
          ['delivery_id', 'number'],
          (c) => c.onDelete('cascade'),
        )
        .execute();
      // Most of what is in them is packed already.
      await sql`alter table delivery_pieces alter column bytes set storage external`.execute(db);
    },
  },
  '011-client-links': {
    async up(db: Kysely<unknown>) {
      await db.schema
        .createTable('client_links')
        .addColumn('id', 'uuid', (c) => c.primaryKey())
        .addColumn('owner_id', 'text', (c) => c.notNull().references('owners.id'))
        .addColumn('design_id', 'uuid', (c) => c.notNull().references('designs.id').onDelete('cascade'))
        .addColumn('token', 'text', (c) => c.notNull().unique())
        .addColumn('title', 'text', (c) => c.notNull())
        .addColumn('note', 'text', (c) => c.notNull())
        .addColumn('subjects', 'jsonb', (c) => c.notNull())
        .addColumn('expires_at', 'timestamptz')
        .addColumn('password', 'text')
        .addColumn('revoked', 'boolean', (c) => c.notNull())
        .addColumn('created_at', 'timestamptz', (c) => c.notNull().defaultTo(sql`now()`))
        .execute();
      await db.schema
        .createIndex('client_links_by_design')
        .on('client_links')
        .columns(['design_id', 'created_at'])
        .execute();
      const ofLink = (table: string) =>
        db.schema
          .createTable(table)
          .addColumn('link_id', 'uuid', (c) => c.notNull().references('client_links.id').onDelete('cascade'));
      await ofLink('link_versions')
        .addColumn('number', 'integer', (c) => c.notNull())
        .addColumn('seq', 'bigint', (c) => c.notNull())
        .addColumn('document', 'text', (c) => c.notNull())
        .addColumn('note', 'text', (c) => c.notNull())
        .addColumn('subjects', 'jsonb', (c) => c.notNull())
        .addColumn('created_at', 'timestamptz', (c) => c.notNull().defaultTo(sql`now()`))
        .addPrimaryKeyConstraint('link_versions_key', ['link_id', 'number'])
        .execute();
      await ofLink('link_pictures')
        .addColumn('version', 'integer', (c) => c.notNull())
        .addColumn('subject', 'text', (c) => c.notNull())
        .addColumn('width', 'integer', (c) => c.notNull())
        .addColumn('png', 'bytea')
        .addColumn('fault', 'text')
        .addColumn('created_at', 'timestamptz', (c) => c.notNull().defaultTo(sql`now()`))
        .addPrimaryKeyConstraint('link_pictures_key', ['link_id', 'version', 'subject', 'width'])
        .execute();
      await sql`alter table link_pictures alter column png set storage external`.execute(db);
      for (const table of ['link_comments', 'link_decisions'])
        await ofLink(table)
          .addColumn('id', 'uuid', (c) => c.primaryKey())
          .addColumn('version', 'integer', (c) => c.notNull())
          .addColumn('subject', 'text', (c) => c.notNull())
          .addColumn('name', 'text', (c) => c.notNull())
          .addColumn('text', 'text', (c) => c.notNull())
          .addColumn('created_at', 'timestamptz', (c) => c.notNull().defaultTo(sql`clock_timestamp()`))
          .execute();
      await sql`alter table link_comments add column x real, add column y real,
        add column answer text not null, add column answered_at timestamptz,
        add column done boolean not null`.execute(db);
      await sql`alter table link_decisions add column kind text not null`.execute(db);
      for (const table of ['link_comments', 'link_decisions'])
        await db.schema
          .createIndex(`${table}_by_link`)
          .on(table)
          .columns(['link_id', 'created_at'])
          .execute();
    },
  },

  '012-tries': {
    async up(db: Kysely<unknown>) {
      await db.schema
        .createTable('link_tries')
        .addColumn('link_id', 'uuid', (c) => c.notNull().references('client_links.id').onDelete('cascade'))
        .addColumn('what', 'text', (c) => c.notNull())
        .addColumn('address', 'text', (c) => c.notNull())
        .addColumn('created_at', 'timestamptz', (c) => c.notNull().defaultTo(sql`clock_timestamp()`))
        .execute();
      await db.schema
        .createIndex('link_tries_by_link')
        .on('link_tries')
        .columns(['link_id', 'what'])
        .execute();
    },
  },
};

/** Brings a database up to date, or to one of its earlier forms. @throws Error naming the migration that failed. */
export async function migrate(db: Database, to?: string): Promise<void> {
  const migrator = new Migrator({ db, provider: { getMigrations: async () => migrations } });
  const { error, results } = await (to ? migrator.migrateTo(to) : migrator.migrateToLatest());
  const failed = results?.find((r) => r.status === 'Error');
  if (error)
    throw new Error(
      `The database could not be brought up to date${failed ? ` (${failed.migrationName})` : ''}: ${String(error)}`,
    );
}
