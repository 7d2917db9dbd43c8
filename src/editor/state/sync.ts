import { applyPatch, type Change, type Design, makeId, PatchError, type StoredChange } from '@/core';
import { ApiError, api } from './api';
import { get, set } from './store';

/** This window, as the server knows it. */
export const clientId = makeId();

const keep = (id: string) => `silent-compass.unsent.${id}`;

/** Sends changes in order, keeps them in the browser until they are stored, and takes in other windows' changes. */
class Sync {
  private id = '';
  private seq = 0;
  private queue: Change[] = [];
  private busy = false;
  private pause = 500;
  private onForeign: (patch: StoredChange['patch']) => void = () => {};

  /**
   * Takes up a design as it was loaded. Changes of an earlier visit that were not sent are put on
   * top, where they still fit. Returns the design to show.
   */
  begin(
    id: string,
    document: Design,
    seq: number,
    onForeign: (patch: StoredChange['patch']) => void,
  ): { design: Design; recovered: Change[] } {
    this.id = id;
    this.seq = seq;
    this.queue = [];
    this.onForeign = onForeign;
    let design = document;
    const recovered: Change[] = [];
    for (const change of this.kept(id)) {
      try {
        design = applyPatch(design, change.patch);
        recovered.push(change);
      } catch (e) {
        if (!(e instanceof PatchError)) throw e;
        set({ notice: 'A change from an earlier visit no longer fits and was left out.' });
        break;
      }
    }
    this.queue = recovered.slice();
    if (this.queue.length) void this.run();
    return { design, recovered };
  }

  private kept(id: string): Change[] {
    try {
      return JSON.parse(localStorage.getItem(keep(id)) ?? '[]') as Change[];
    } catch {
      return [];
    }
  }

  private store(): void {
    try {
      if (this.queue.length) localStorage.setItem(keep(this.id), JSON.stringify(this.queue));
      else localStorage.removeItem(keep(this.id));
    } catch {
      set({
        notice: 'The browser has no room to keep unsent work. Leave this window open until it is saved.',
      });
    }
  }

  add(change: Change): void {
    this.queue.push(change);
    this.store();
    if (get().save !== 'conflict') set({ save: 'saving' });
    void this.run();
  }

  /** Whether everything has been stored. */
  get clean(): boolean {
    return this.queue.length === 0;
  }

  /** Whether everything is stored, or comes to be before so many milliseconds are over. */
  async settled(within: number): Promise<boolean> {
    const end = performance.now() + within;
    while (!this.clean && performance.now() < end) await new Promise((resolve) => setTimeout(resolve, 50));
    return this.clean;
  }

  /** Gives up what was not stored, after a conflict. */
  drop(): void {
    this.queue = [];
    this.store();
    set({ save: 'saved', saveMessage: '' });
  }

  private async run(): Promise<void> {
    if (this.busy) return;
    this.busy = true;
    while (this.queue.length && get().save !== 'conflict') {
      const change = this.queue[0];
      try {
        const { seq, since } = await api.append(this.id, { ...change, base: this.seq });
        this.queue.shift();
        this.store();
        this.take(since);
        this.seq = Math.max(this.seq, seq);
        this.pause = 500;
      } catch (e) {
        if (!(e instanceof ApiError)) throw e;
        if (e.status === 409) set({ save: 'conflict', saveMessage: e.message });
        else if (e.status === 422 || e.status === 400) {
          this.queue.shift();
          this.store();
          set({ save: 'refused', saveMessage: `A change was refused: ${e.message}` });
        } else {
          set({
            save: 'waiting',
            saveMessage:
              e.status === 0
                ? 'The server cannot be reached. Your work is kept in this window and sent when it is back.'
                : e.message,
          });
          await new Promise((resolve) => setTimeout(resolve, this.pause));
          this.pause = Math.min(8000, this.pause * 2);
        }
      }
    }
    this.busy = false;
    if (!this.queue.length && get().save !== 'refused') set({ save: 'saved', saveMessage: '' });
  }

  private take(changes: readonly StoredChange[]): void {
    for (const c of changes) {
      if (c.seq <= this.seq) continue;
      this.seq = c.seq;
      if (c.clientId !== clientId) this.onForeign(c.patch);
    }
  }

  /** Looks for changes made in other windows. */
  async look(): Promise<void> {
    if (!this.id || this.busy || this.queue.length) return;
    try {
      const { changes } = await api.changes(this.id, this.seq);
      if (!this.busy && !this.queue.length) this.take(changes);
    } catch (e) {
      if (!(e instanceof ApiError)) throw e;
      if (e.status === 0)
        set({
          save: 'waiting',
          saveMessage: 'The server cannot be reached. Your work is kept in this window.',
        });
    }
  }
}

export const sync = new Sync();
