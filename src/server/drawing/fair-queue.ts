import { Busy, HttpError } from '../http/errors';

/** What is said to work that its asker has left. */
export const abandoned = () => new HttpError(499, 'Nobody waits for this any more.');

interface Waiting {
  readonly by: string;
  begin(): void;
  reject(e: unknown): void;
}

interface QueueLimits {
  /** How much may be done at once. */
  readonly atOnce: number;
  /** How much may wait, in all and of one asker. */
  readonly waiting: number;
  readonly waitingOfOne: number;
  /** What more is told. */
  readonly full: string;
}

/**
 * Lets so much be done at once and the rest wait: whoever asks is served in turn, so that one with many wishes keeps
 * nobody else from theirs. What was asked for by someone who has left is not begun.
 */
export class FairQueue {
  private readonly queue: Waiting[] = [];
  /** Askers by when they were served last, the longest ago first. */
  private readonly served = new Map<string, true>();
  private running = 0;

  constructor(private readonly limits: QueueLimits) {}

  /** How much waits. */
  get waiting(): number {
    return this.queue.length;
  }

  /**
   * Does some work when it is its turn.
   * @param by Who asks.
   * @throws Busy where too much waits; HttpError 499 where `signal` says that the asker has left before it was begun.
   */
  async take<T>(by: string, signal: AbortSignal | null, work: () => Promise<T>): Promise<T> {
    if (signal?.aborted) throw abandoned();
    if (this.running >= this.limits.atOnce) await this.wait(by, signal);
    else this.running++;
    this.served.delete(by);
    this.served.set(by, true);
    try {
      return await work();
    } finally {
      this.running--;
      this.next();
    }
  }

  /** Lets nothing of what waits begin any more. */
  close(): void {
    for (const w of this.queue.splice(0)) w.reject(abandoned());
  }

  private wait(by: string, signal: AbortSignal | null): Promise<void> {
    const { waiting, waitingOfOne, full } = this.limits;
    if (this.queue.length >= waiting || this.queue.filter((w) => w.by === by).length >= waitingOfOne)
      throw new Busy(full);
    return new Promise<void>((resolve, reject) => {
      const leave = () => {
        this.queue.splice(this.queue.indexOf(mine), 1);
        reject(abandoned());
      };
      const mine: Waiting = {
        by,
        begin: () => {
          signal?.removeEventListener('abort', leave);
          this.running++;
          resolve();
        },
        reject: (e) => {
          signal?.removeEventListener('abort', leave);
          reject(e);
        },
      };
      this.queue.push(mine);
      signal?.addEventListener('abort', leave);
    });
  }

  /** Begins what waits of whoever was served longest ago. */
  private next(): void {
    if (!this.queue.length) {
      this.served.clear();
      return;
    }
    const order = [...this.served.keys()];
    let first = 0;
    let longest = Number.POSITIVE_INFINITY;
    this.queue.forEach(({ by }, n) => {
      const rank = order.indexOf(by);
      if (rank < longest) [first, longest] = [n, rank];
    });
    this.queue.splice(first, 1)[0].begin();
  }
}
