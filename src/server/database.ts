import { type ColumnType, type Generated, type JSONColumnType, Kysely, PostgresDialect } from 'kysely';
import pg from 'pg';
import type { Design, PatchOperation } from '@/core';

// Sequence numbers are bigint in the database; they stay far below 2^53.
pg.types.setTypeParser(pg.types.builtins.INT8, Number);

export interface Tables {
  owners: { id: string; name: string };
  designs: {
    id: Generated<string>;
    owner_id: string;
    name: string;
    document: JSONColumnType<Design>;
    seq: ColumnType<number, number | undefined, number>;
    created_at: Generated<Date>;
    updated_at: Generated<Date>;
    deleted_at: Date | null;
    slug: string | null;
  };
  changes: {
    design_id: string;
    seq: number;
    change_id: string;
    client_id: string;
    role: 'do' | 'undo' | 'redo';
    label: string;
    patch: JSONColumnType<PatchOperation[]>;
    inverse: JSONColumnType<PatchOperation[]>;
    created_at: Generated<Date>;
  };
  fonts: {
    id: string;
    owner_id: string;
    name: string;
    licence: string;
    bytes: Buffer;
    created_at: Generated<Date>;
  };
  snapshots: {
    design_id: string;
    seq: number;
    document: JSONColumnType<Design>;
    created_at: Generated<Date>;
  };
}

export type Database = Kysely<Tables>;

export function connect(url: string): Database {
  return new Kysely<Tables>({
    dialect: new PostgresDialect({ pool: new pg.Pool({ connectionString: url, max: 10 }) }),
  });
}

const kept = globalThis as { compassDatabase?: Database };

/** The application's database, one pool a process. @throws Error where no address is set. */
export function database(): Database {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is not set; start the application with “npm run demo”.');
  kept.compassDatabase ??= connect(url);
  return kept.compassDatabase;
}
