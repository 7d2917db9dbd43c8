import { CompiledQuery, type Transaction } from 'kysely';
import PgBoss from 'pg-boss';
import type { Tables } from '../database';

/** Name of the queue that files wait in, and of its schema in the database. */
export const queueName = 'delivery';
export const queueSchema = 'jobs';

/** What a job says: which file of which delivery. */
export interface FileJob {
  readonly delivery: string;
  readonly number: number;
}

/** Hours that a file may take; workers put an end to it long before. */
const mostHours = 23;

/** The queue in a database, its tables made where they are missing; `keeper` clears up what is old. */
export async function openQueue(url: string, keeper: boolean): Promise<PgBoss> {
  const queue = new PgBoss({
    connectionString: url,
    schema: queueSchema,
    max: 2,
    supervise: keeper,
    schedule: false,
    migrate: true,
    application_name: 'silent-compass-queue',
  });
  queue.on('error', (e) => console.error(`The queue: ${e.message}`));
  await queue.start();
  await queue.createQueue(queueName, {
    name: queueName,
    policy: 'standard',
    // Attempts are counted with the files: a job comes back as long as its file waits.
    retryLimit: 1000,
    retryDelay: 0,
    retryBackoff: false,
    expireInHours: mostHours,
  });
  return queue;
}

/** Puts jobs into the queue with all else that a transaction does, or not at all. */
export async function putJobs(
  queue: PgBoss,
  tx: Transaction<Tables>,
  jobs: readonly { readonly id: string; readonly data: FileJob }[],
): Promise<void> {
  const db = {
    executeSql: async (text: string, values: unknown[]) => {
      const { rows } = await tx.executeQuery(CompiledQuery.raw(text, values));
      return { rows, rowCount: rows.length };
    },
  };
  await queue.insert(
    // Those of one order in their order.
    jobs.map(({ id, data }, i) => ({ id, name: queueName, data, priority: -i })),
    { db },
  );
}

const kept = globalThis as { compassQueue?: Promise<PgBoss> };

/** The application's queue, one a process. @throws Error where no address is set. */
export function queue(): Promise<PgBoss> {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is not set; start the application with “npm run demo”.');
  kept.compassQueue ??= openQueue(url, false);
  // Tried again another time.
  kept.compassQueue.catch(() => {
    kept.compassQueue = undefined;
  });
  return kept.compassQueue;
}
