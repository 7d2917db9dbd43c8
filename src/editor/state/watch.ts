import type { Remote } from 'comlink';
import type { Studio } from '@/worker/studio-service';
import { StudioGone } from './defects';
import { set } from './store';

/** Milliseconds after which work is shown as going on, and after which it can be stopped. */
const waits = { slow: 300, long: 2000 } as const;

/** Calls that answer when there is time, or on purpose late: nobody waits for them. */
const unhurried = new Set([
  'expectWords',
  'pictureBand',
  'beginPicture',
  'planned',
  'filePreview',
  'outlineFile',
  'holdAgainst',
  'load',
  'takeMore',
  'alive',
  'addReceiver',
  'dropReceiver',
]);

/**
 * Watches over the studio: what is asked of it fails when it ends, instead of waiting for ever, and work that takes
 * long is shown.
 */
export class Watch {
  private ended = false;
  private fail: (e: StudioGone) => void = () => {};
  private readonly gone = new Promise<never>((_, reject) => {
    this.fail = reject;
  });
  /** When each call that waits for its answer was made. */
  private readonly calls = new Map<number, number>();
  private count = 0;
  private waiters: (() => void)[] = [];
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor() {
    // Without anybody waiting it is no failure.
    this.gone.catch(() => {});
  }

  /** The studio, every call of which ends. */
  guard(studio: Remote<Studio>): Remote<Studio> {
    return new Proxy(studio, {
      get: (target, name: keyof Studio & string) => {
        // A remote is no promise, whoever asks.
        if ((name as string) === 'then') return undefined;
        return (...args: unknown[]) =>
          this.call(name, () => (target[name] as (...a: unknown[]) => Promise<unknown>)(...args));
      },
    });
  }

  private async call(name: string, work: () => Promise<unknown>): Promise<unknown> {
    if (this.ended) throw new StudioGone();
    const answer = work();
    if (unhurried.has(name)) return Promise.race([answer, this.gone]);
    const number = this.count++;
    this.calls.set(number, performance.now());
    this.look();
    try {
      return await Promise.race([answer, this.gone]);
    } finally {
      this.calls.delete(number);
      if (!this.calls.size) this.rest();
    }
  }

  /** How often the studio was asked something that somebody waits for. */
  get asked(): number {
    return this.count;
  }

  /** Whether an answer is still to come. */
  get waiting(): boolean {
    return this.calls.size > 0;
  }

  /** Resolves once no answer is to come. */
  answered(): Promise<void> {
    return this.waiting ? new Promise((resolve) => this.waiters.push(resolve)) : Promise.resolve();
  }

  /** Shows how long the oldest call has been waiting. */
  private look(): void {
    if (this.timer !== undefined) return;
    const [oldest] = this.calls.values();
    if (oldest === undefined) return;
    const waited = performance.now() - oldest;
    if (waited >= waits.long) {
      set({ work: 'long' });
      return;
    }
    if (waited >= waits.slow) set({ work: 'slow' });
    const next = (waited < waits.slow ? waits.slow : waits.long) - waited;
    this.timer = setTimeout(() => {
      this.timer = undefined;
      this.look();
    }, next + 1);
  }

  private rest(): void {
    for (const go of this.waiters.splice(0)) go();
    clearTimeout(this.timer);
    this.timer = undefined;
    set((s) => (s.work === 'slow' || s.work === 'long' ? { work: 'none' } : {}));
  }

  /** Does something when a lock is let go of, which its worker holds while it lives. */
  onRelease(lock: string, work: () => void): void {
    if (!lock || typeof navigator === 'undefined' || !navigator.locks) return;
    void navigator.locks.request(lock, () => {
      if (!this.ended) work();
    });
  }

  /** What is still asked fails from now on. */
  end(): void {
    this.ended = true;
    this.fail(new StudioGone());
    this.rest();
  }
}
