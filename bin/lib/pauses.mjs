import { setTimeout as wait } from 'node:timers/promises';

/** Milliseconds before something is started again. */
const pauses = {
  first: 500,
  longest: Number(process.env.COMPASS_LONGEST_PAUSE) || 30_000,
  forgotten: 60_000,
};

/** Pauses that grow while things keep ending, and are short again once they have lasted. */
export class Pauses {
  constructor() {
    this.next = pauses.first;
    this.began = Date.now();
  }

  /** Waits; no longer once `signal` says that nothing is to be started any more. */
  async beforeNext(signal) {
    if (Date.now() - this.began > pauses.forgotten) this.next = pauses.first;
    await wait(this.next, undefined, { signal }).catch(() => undefined);
    this.next = Math.min(pauses.longest, 2 * this.next);
    this.began = Date.now();
  }
}
