import { type ColumnType, type Generated, type JSONColumnType, Kysely, PostgresDialect } from 'kysely';
import pg from 'pg';
import type { Design, ExportSet, FileState, LinkSubject, Part, PatchOperation, Sheet } from '@/core';

// Sequence numbers are bigint in the database; they stay far below 2^53.
pg.types.setTypeParser(pg.types.builtins.INT8, Number);

/** A design without its parts, and its sheets without their lists of them. */
export type StoredHead = Omit<Design, 'parts' | 'sheets'> & {
  readonly sheets: readonly Omit<Sheet, 'parts'>[];
};

export interface Tables {
  owners: { id: string; name: string };
  designs: {
    id: Generated<string>;
    owner_id: string;
    name: string;
    head: JSONColumnType<StoredHead>;
    seq: ColumnType<number, number | undefined, number>;
    /** Length of the whole design as JSON, within a few per cent. */
    size: ColumnType<number, number, number>;
    created_at: Generated<Date>;
    updated_at: Generated<Date>;
    deleted_at: Date | null;
    slug: string | null;
  };
  design_parts: { design_id: string; id: string; body: JSONColumnType<Part> };
  /** The parts that stand on a sheet, the lowest first. */
  design_orders: { design_id: string; sheet_id: string; parts: JSONColumnType<string[]> };
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
  /** Pictures that are placed in designs, as they were brought. */
  images: {
    id: string;
    owner_id: string;
    type: string;
    bytes: Buffer;
    created_at: Generated<Date>;
  };
  /** Sets of files that are being made, or were not long ago. */
  deliveries: {
    id: string;
    owner_id: string;
    design_id: string;
    /** The state of the design that they are made of, and it as JSON. */
    seq: number;
    document: string;
    name: string;
    export_set: JSONColumnType<ExportSet>;
    created_at: Generated<Date>;
  };
  delivery_files: {
    delivery_id: string;
    number: number;
    name: string;
    media: string;
    /** Pixels that are drawn for it. */
    pixels: number;
    state: FileState;
    /** Its job in the queue. */
    job_id: string;
    /** The worker that has it, by the number it is known by while it lives. */
    worker: number | null;
    attempts: Generated<number>;
    progress: Generated<number>;
    message: string | null;
    notes: JSONColumnType<string[]> | null;
    size: number | null;
    ended_at: Date | null;
  };
  /** The bytes of finished files, piece by piece. */
  delivery_pieces: { delivery_id: string; number: number; piece: number; bytes: Buffer };
  /** Links by which clients see a design. */
  client_links: {
    id: string;
    owner_id: string;
    design_id: string;
    token: string;
    title: string;
    note: string;
    /** Addresses of what the next version shows. */
    subjects: JSONColumnType<string[]>;
    expires_at: ColumnType<Date | null, string | null, string | null>;
    /** Sealed; null for none. */
    password: string | null;
    revoked: boolean;
    created_at: Generated<Date>;
  };
  /** A design as it stood when it was shown behind a link. */
  link_versions: {
    link_id: string;
    number: number;
    seq: number;
    document: string;
    note: string;
    subjects: JSONColumnType<LinkSubject[]>;
    created_at: Generated<Date>;
  };
  /** Pictures of versions, and why some could not be drawn. A width of 0 stands for true pixels. */
  link_pictures: {
    link_id: string;
    version: number;
    subject: string;
    width: number;
    png: Buffer | null;
    fault: string | null;
    created_at: Generated<Date>;
  };
  /** What was done behind links lately, from where: more than so much is refused. */
  link_tries: {
    link_id: string;
    what: string;
    address: string;
    created_at: Generated<Date>;
  };
  link_comments: {
    id: string;
    link_id: string;
    version: number;
    subject: string;
    x: number | null;
    y: number | null;
    name: string;
    text: string;
    created_at: Generated<Date>;
    answer: string;
    answered_at: Date | null;
    done: boolean;
  };
  link_decisions: {
    id: string;
    link_id: string;
    kind: 'chosen' | 'declined';
    version: number;
    subject: string;
    name: string;
    text: string;
    created_at: Generated<Date>;
  };
  /** Small pictures, and why pictures could not be drawn, for the state of a design they were drawn of. */
  pictures: {
    design_id: string;
    key: string;
    seq: number;
    png: Buffer | null;
    fault: string | null;
    created_at: Generated<Date>;
  };
}

export type Database = Kysely<Tables>;

/** Milliseconds after which the database is given up on. */
const patience = { connect: 5000, statement: 20_000, lock: 10_000, idle: 30_000 } as const;

/** A pool of connections; one that breaks while nobody uses it is let go of and said so. */
export function connect(url: string, max = 12): Database {
  const pool = new pg.Pool({
    connectionString: url,
    max,
    connectionTimeoutMillis: patience.connect,
    statement_timeout: patience.statement,
    query_timeout: patience.statement + 5000,
    lock_timeout: patience.lock,
    idle_in_transaction_session_timeout: patience.idle,
    keepAlive: true,
  });
  const lost = (e: Error) => console.error(`A connection to the database was lost: ${e.message}`);
  pool.on('error', lost);
  // While it is in use, a connection tells of its end itself; what was asked over it fails as well.
  pool.on('connect', (client) => client.on('error', lost));
  return new Kysely<Tables>({ dialect: new PostgresDialect({ pool }) });
}

const kept = globalThis as { compassDatabase?: Database };

/** The application's database, one pool a process. @throws Error where no address is set. */
export function database(): Database {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is not set; start the application with “npm run demo”.');
  kept.compassDatabase ??= connect(url);
  return kept.compassDatabase;
}
