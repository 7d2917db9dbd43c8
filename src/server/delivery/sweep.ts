import { sql } from 'kysely';
import type PgBoss from 'pg-boss';
import type { Database } from '../database';
import { queueName, queueSchema } from './queue';

/** Class of the locks that workers hold while they live (any number that nothing else uses). */
export const workerLocks = 0x5157;

/** Seconds after which a job that a worker took must have its file in work. */
const claimTime = 10;

/**
 * Files of workers that are no more wait again, and jobs that nobody is at come back or are over. Returns how many files wait
 * again.
 */
export async function sweep(db: Database, queue: PgBoss): Promise<number> {
  // A worker’s lock goes with its connection, however it ended (PostgreSQL manual, 13.3.5).
  const { rows: lost } = await sql<{
    job_id: string;
  }>`update delivery_files set state = 'waiting', worker = null, progress = 0
    where state = 'working' and not exists (
      select from pg_locks l where l.locktype = 'advisory' and l.classid = ${workerLocks} and l.objid = worker and l.objsubid = 2
        and l.database = (select oid from pg_database where datname = current_database()))
    returning job_id`.execute(db);
  const job = sql.id(queueSchema, 'job');
  const { rows: idle } = await sql<{ id: string; state: string | null }>`select j.id, f.state
    from ${job} j left join delivery_files f on f.job_id = j.id
    where j.name = ${queueName} and j.state = 'active' and f.state is distinct from 'working'
      and j.started_on < now() - make_interval(secs => ${claimTime})`.execute(db);
  const again = [...lost.map((r) => r.job_id), ...idle.filter((r) => r.state === 'waiting').map((r) => r.id)];
  const over = idle.filter((r) => r.state !== 'waiting').map((r) => r.id);
  // A failed job is tried again.
  if (again.length) await queue.fail(queueName, [...new Set(again)]);
  if (over.length) await queue.complete(queueName, over);
  return lost.length;
}
