import path from 'node:path';
import { Worker } from 'node:worker_threads';
import { DesignError } from '@/core/reading';
import { Busy, HttpError } from '../http/errors';
import type { ThreadAnswer, Told } from './messages';
import type { BodyKind, Read } from './readers';

/** Milliseconds that one body may take, its wait for others included. */
const most = 60_000;
/** Bodies that may wait. */
const queueLimit = 24;
/** Megabytes that the thread may hold; a body of the largest size takes a quarter. */
const memory = 1536;

interface Waiting {
  resolve(value: unknown): void;
  reject(e: unknown): void;
  readonly overdue: ReturnType<typeof setTimeout>;
}

const errorOf = ({ status, message, details, faults }: Told): Error =>
  faults ? new DesignError(faults) : new HttpError(status, message, details);

/** Reads bodies in a thread of its own, which is started when it is needed, and anew where one ended it. */
class ReadingThread {
  private worker: Worker | null = null;
  private readonly waiting = new Map<number, Waiting>();
  private next = 0;

  /** @throws Busy where too many wait; HttpError or DesignError with why it cannot be read. */
  read<K extends BodyKind>(kind: K, bytes: Uint8Array): Promise<Read<K>> {
    if (this.waiting.size >= queueLimit)
      return Promise.reject(new Busy('Too many large requests are being read. Try again in a moment.'));
    const worker = this.worker ?? this.start();
    const id = this.next++;
    return new Promise<unknown>((resolve, reject) => {
      const overdue = setTimeout(
        () => this.end(worker, new HttpError(422, 'The request takes too long to be read.')),
        most,
      );
      this.waiting.set(id, { resolve, reject, overdue });
      worker.ref();
      worker.postMessage({ id, kind, bytes });
    }) as Promise<Read<K>>;
  }

  private start(): Worker {
    const worker = new Worker(path.join(process.cwd(), 'build/reading.mjs'), {
      resourceLimits: { maxOldGenerationSizeMb: memory },
    });
    worker.on('message', (answer: ThreadAnswer) => this.answered(worker, answer));
    worker.on('error', (e: Error & { code?: string }) => {
      const full = e.code === 'ERR_WORKER_OUT_OF_MEMORY';
      if (!full) console.error(e);
      this.end(
        worker,
        full
          ? new HttpError(413, 'The request takes more memory to be read than one may.')
          : new HttpError(500, 'The request could not be read.'),
      );
    });
    this.worker = worker;
    return worker;
  }

  private answered(worker: Worker, answer: ThreadAnswer): void {
    const waiting = this.waiting.get(answer.id);
    if (!waiting) return;
    clearTimeout(waiting.overdue);
    this.waiting.delete(answer.id);
    // Nobody is kept waiting for the end of the program by a thread that has nothing to do.
    if (!this.waiting.size) worker.unref();
    if ('told' in answer) waiting.reject(errorOf(answer.told));
    else waiting.resolve(answer.value);
  }

  /** Ends the thread. What it was reading, and what waited for that, fails. */
  private end(worker: Worker, e: HttpError): void {
    if (this.worker === worker) this.worker = null;
    const [first, ...rest] = this.waiting.values();
    this.waiting.clear();
    first?.reject(e);
    for (const { reject } of rest) reject(new Busy('The server was interrupted. Try again in a moment.'));
    for (const { overdue } of [first, ...rest].filter((w) => w !== undefined)) clearTimeout(overdue);
    void worker.terminate();
  }
}

export const readingThread = new ReadingThread();
