import { randomInt } from 'node:crypto';
import { rm } from 'node:fs/promises';
import path from 'node:path';
import pg from 'pg';
import type PgBoss from 'pg-boss';
import { type ExportSet, imageIdsIn } from '@/core';
import type { Database } from '../database';
import { timeFor } from '../drawing';
import { Lane } from '../drawing/lane';
import { fontFiles } from '../fonts';
import { isDatabaseAway, isDiskFull } from '../http/answers';
import { HttpError } from '../http/errors';
import { imageFiles } from '../images';
import { makeFolder } from '../temporary';
import { wakeChannel } from './index';
import { keepFile } from './pieces';
import { type FileJob, queueName } from './queue';
import { sweep, workerLocks } from './sweep';

/** Times that a file is begun at most, where workers end in the middle of it. */
const mostAttempts = 3;

/** Milliseconds between looks for files of workers that are no more, at the queue when nothing wakes the worker, and at whether a file is still wanted. */
const pauses = { sweep: 2000, idle: 1000, wanted: 500 } as const;

/** Milliseconds that a file without a size may take. */
const outlineTime = 600_000;

const gib = 2 ** 30;

interface Claimed extends FileJob {
  readonly owner: string;
  readonly document: string;
  readonly set: ExportSet;
  readonly pixels: number;
  readonly attempts: number;
}

/** Makes files of the queue one after another, as long as it lives. */
export class DeliveryWorker {
  /** What it is known by, while its own connection holds a lock on that number. */
  readonly id = randomInt(1, 2 ** 31 - 1);
  private readonly lane = new Lane({ time: outlineTime, memory: 4 * gib, queue: 1 });
  private readonly life: pg.Client;
  private wake: () => void = () => {};
  private stopping = false;
  private swept = 0;

  constructor(
    private readonly db: Database,
    private readonly queue: PgBoss,
    url: string,
  ) {
    this.life = new pg.Client({
      connectionString: url,
      keepAlive: true,
      application_name: 'silent-compass-worker',
    });
  }

  /** Works until it is told to stop. @throws Error where its connection to the database ends. */
  async run(): Promise<void> {
    const lost = new Promise<never>((_, reject) => {
      this.life.once('error', reject);
      this.life.once('end', () => reject(new Error('The connection to the database ended.')));
    });
    await this.life.connect();
    await this.life.query('select pg_advisory_lock($1, $2)', [workerLocks, this.id]);
    // A machine that is gone without a word is noticed within half a minute.
    await this.life.query(
      'set tcp_keepalives_idle = 10; set tcp_keepalives_interval = 5; set tcp_keepalives_count = 4',
    );
    await this.life.query(`listen ${wakeChannel}`);
    this.life.on('notification', () => this.wake());
    try {
      await Promise.race([this.work(), lost]);
    } finally {
      this.lane.close();
      // Its end was awaited, or is no news.
      lost.catch(() => undefined);
      await this.life.end().catch(() => undefined);
    }
  }

  /** Ends after the file in hand; what waits stays for others. */
  stop(): void {
    this.stopping = true;
    this.wake();
  }

  private async work(): Promise<void> {
    while (!this.stopping) {
      if (Date.now() - this.swept > pauses.sweep) {
        await sweep(this.db, this.queue);
        this.swept = Date.now();
      }
      const [job] = await this.queue.fetch<FileJob>(queueName);
      if (!job) {
        await this.rest();
        continue;
      }
      const claimed = await this.claim(job.id);
      if (claimed) await this.make(claimed);
      await this.queue.complete(queueName, job.id);
    }
  }

  private rest(): Promise<void> {
    return new Promise((resolve) => {
      const timer = setTimeout(resolve, pauses.idle);
      this.wake = () => {
        clearTimeout(timer);
        resolve();
      };
    });
  }

  /** Takes a file in hand; null where it is not waiting any more. */
  private async claim(jobId: string): Promise<Claimed | null> {
    const file = await this.db
      .updateTable('delivery_files')
      .set(({ eb }) => ({ state: 'working', worker: this.id, attempts: eb('attempts', '+', 1), progress: 0 }))
      .where('job_id', '=', jobId)
      .where('state', '=', 'waiting')
      .returning(['delivery_id', 'number', 'pixels', 'attempts'])
      .executeTakeFirst();
    if (!file) return null;
    const of = await this.db
      .selectFrom('deliveries')
      .select(['owner_id', 'document', 'export_set'])
      .where('id', '=', file.delivery_id)
      .executeTakeFirst();
    if (!of) return null;
    const { pixels, attempts, number, delivery_id: delivery } = file;
    return {
      delivery,
      number,
      pixels,
      attempts,
      owner: of.owner_id,
      document: of.document,
      set: of.export_set,
    };
  }

  private own(file: FileJob) {
    return this.db
      .updateTable('delivery_files')
      .where('delivery_id', '=', file.delivery)
      .where('number', '=', file.number)
      .where('state', '=', 'working')
      .where('worker', '=', this.id);
  }

  private async fail(file: FileJob, message: string): Promise<void> {
    await this.own(file).set({ state: 'failed', worker: null, message, ended_at: new Date() }).execute();
  }

  /** Makes a file and keeps it, or says why not. @throws Error where the database is away: another worker takes it then. */
  private async make(file: Claimed): Promise<void> {
    if (file.attempts > mostAttempts) {
      await this.fail(file, `It was given up: what drew it ended ${mostAttempts} times in the middle of it.`);
      return;
    }
    const folder = await makeFolder();
    const unwanted = new AbortController();
    let progress = 0;
    const watch = setInterval(() => {
      void this.tell(file, progress).then(
        (wanted) => wanted || unwanted.abort(),
        // The end of the file is told, or the next telling is.
        () => undefined,
      );
    }, pauses.wanted);
    try {
      const to = path.join(folder, 'file');
      const { document: text, set, number } = file;
      const { size, notes } = await this.lane.run(
        {
          kind: 'deliver',
          text,
          set,
          number,
          fonts: await fontFiles(this.db, file.owner, text),
          images: await imageFiles(this.db, file.owner, imageIdsIn(text)),
          file: to,
        },
        {
          time: file.pixels ? timeFor(file.pixels) : outlineTime,
          signal: unwanted.signal,
          onProgress: (share) => {
            progress = share;
          },
        },
      );
      await this.keep(file, to, size, notes);
    } catch (e) {
      if (unwanted.signal.aborted) return;
      if (isDatabaseAway(e)) throw e;
      const full = isDiskFull(e) && 'The disk is full: the file was not kept. Make room and try again.';
      if (!full && !(e instanceof HttpError)) console.error(e);
      await this.fail(file, full || (e instanceof HttpError ? e.message : 'The file could not be made.'));
    } finally {
      clearInterval(watch);
      await rm(folder, { recursive: true, force: true });
    }
  }

  /** Tells how far a file is; false where nobody wants it any more. */
  private async tell(file: FileJob, progress: number): Promise<boolean> {
    const told = await this.own(file).set({ progress }).returning('number').executeTakeFirst();
    return told !== undefined;
  }

  /** Keeps a file with the word that it is done: both or neither, and only where it is still this worker’s. */
  private async keep(file: FileJob, from: string, size: number, notes: readonly string[]): Promise<void> {
    await this.db.transaction().execute(async (tx) => {
      const done = await tx
        .updateTable('delivery_files')
        .where('delivery_id', '=', file.delivery)
        .where('number', '=', file.number)
        .where('state', '=', 'working')
        .where('worker', '=', this.id)
        .set({
          state: 'done',
          worker: null,
          progress: 1,
          size,
          notes: JSON.stringify(notes),
          message: null,
          ended_at: new Date(),
        })
        .returning('number')
        .executeTakeFirst();
      if (done) await keepFile(tx, file.delivery, file.number, from);
    });
  }
}
