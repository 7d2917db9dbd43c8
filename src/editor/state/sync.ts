import { type Design, makeId, type StoredChange } from '@/core';
import { Outbox } from '../sync/outbox';
import type { Keep, Locks } from '../sync/ports';
import { api } from './api';
import { reportDefect } from './defects';
import { say, set } from './store';

/** This window, as the server knows it. */
export const clientId = makeId();

/** Milliseconds that a reloaded page may take to let go of what it held. */
const reloadTime = 2000;

/** What the window does with what arrives; set by what keeps its design. */
const arrivals = {
  foreign: (_patch: StoredChange['patch']): void => {},
  rebuilt: (_design: Design, _without: readonly string[]): void => {},
};

/** Says what becomes of changes that arrive from elsewhere. */
export function onArrivals(handlers: typeof arrivals): void {
  Object.assign(arrivals, handlers);
}

const keep: Keep = {
  keys: () => Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i) ?? ''),
  read: (key) => localStorage.getItem(key),
  write: (key, text) => localStorage.setItem(key, text),
  remove: (key) => localStorage.removeItem(key),
};

const memory = 'silent-compass.window';

/** The window that this page was before it was loaded again. */
function windowBefore(): string | null {
  try {
    const before = sessionStorage.getItem(memory);
    sessionStorage.setItem(memory, clientId);
    return before;
  } catch {
    // A browser that keeps nothing: every load is a new window.
    return null;
  }
}

const before = typeof sessionStorage === 'undefined' ? null : windowBefore();

const lockManager = (): LockManager | undefined =>
  typeof navigator === 'undefined' ? undefined : navigator.locks;

const locks: Locks = {
  hold(name) {
    // Never let go of: the browser does when the window is gone.
    void lockManager()?.request(name, () => new Promise<void>(() => {}));
  },
  async ifFree(name, work) {
    const manager = lockManager();
    if (!manager) {
      await work();
      return true;
    }
    // The page that this one was before may still be on its way out.
    const waits = before !== null && name.endsWith(before);
    const options = waits ? { signal: AbortSignal.timeout(reloadTime) } : { ifAvailable: true };
    try {
      return await manager.request(name, options, async (lock) => {
        if (lock) await work();
        return lock !== null;
      });
    } catch (e) {
      if ((e as { name?: string }).name === 'TimeoutError' || (e as { name?: string }).name === 'AbortError')
        return false;
      throw e;
    }
  },
};

/** Ends a pause early: the network is back, or the designer asks. */
let wake: () => void = () => {};
if (typeof window !== 'undefined') window.addEventListener?.('online', () => wake());

/** The unsent work of this window. */
export const sync = new Outbox(clientId, {
  wire: {
    append: (id, change) => api.append(id, change),
    changes: api.changes,
  },
  keep,
  locks,
  view: {
    state: (save, saveMessage) => set({ save, saveMessage }),
    asides: (asides) => set({ asides }),
    foreign: (patch) => arrivals.foreign(patch),
    rebuilt: (design, without) => arrivals.rebuilt(design, without),
    say,
    defect: reportDefect,
  },
  pause: (milliseconds) =>
    new Promise((resolve) => {
      wake = resolve;
      setTimeout(resolve, milliseconds);
    }),
});
