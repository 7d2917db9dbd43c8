import { type Change, type Design, PatchError, Places, type StoredChange } from '@/core';
import { ApiError } from '../state/api';
import { KeptWork, type Unsent, type Waiting, windowLock } from './kept';
import type { Aside, Keep, Locks, SaveState, View, Wire } from './ports';
import { asLeft, forced, onTop, sortReturned, tryApply } from './replay';

/** Milliseconds between attempts while the server is away. */
const pauses = { first: 500, longest: 8000 };

/** Answers that say to try the same again later. */
const later = (status: number): boolean =>
  status === 0 || status >= 500 || [401, 408, 425, 429].includes(status);

const noRoom = 'The browser has no room to keep unsent work. Leave this window open until it is saved.';
const strange = 'What another window did does not fit what this one was told.';
const elsewhere = 'Another window changed the same thing meanwhile.';

export interface Ports {
  readonly wire: Wire;
  readonly keep: Keep;
  readonly locks: Locks;
  readonly view: View;
  /** Resolves after so many milliseconds, or sooner where it is woken. */
  readonly pause: (milliseconds: number) => Promise<void>;
}

/**
 * The unsent work of one window. Changes are sent in order, each with the state of others’ work that it was made on;
 * they are kept in the browser until they are stored. Changes of other windows are held against all that wait: where
 * they touch the same, that is a conflict, and nothing is overwritten. What the server will never take is set aside as
 * a design of its own, and what follows goes on. So at any time the window shows what is stored and, on top of it, what
 * waits.
 */
export class Outbox {
  private id = '';
  private kept: KeptWork;
  /** The design as it is stored, as far as this window has been told. */
  private stored: Design | null = null;
  /** Number of the last change that is in it. */
  private seq = 0;
  /** Changes of others that are stored and not shown yet, as something is under way. */
  private unshown: StoredChange[] = [];
  private holding = false;
  private readonly released: (() => void)[] = [];
  private queue: Waiting[] = [];
  private own: string[];
  private asides: Aside[] = [];
  private save: SaveState = 'saved';
  private busy = false;
  private visit = 0;
  private rest = pauses.first;

  constructor(
    readonly client: string,
    private readonly ports: Ports,
  ) {
    this.own = [client];
    this.kept = new KeptWork(ports.keep, '');
    ports.locks.hold(windowLock(client));
  }

  /**
   * Takes up a design as it was loaded, with the work that windows left which are closed by now. Returns the design to
   * show and what of it is still to be sent.
   */
  async open(
    id: string,
    document: Design,
    seq: number,
  ): Promise<{ design: Design; recovered: readonly Change[] }> {
    const visit = ++this.visit;
    this.id = id;
    this.kept = new KeptWork(this.ports.keep, id);
    this.stored = document;
    this.seq = seq;
    this.unshown = [];
    this.holding = false;
    this.queue = [];
    this.own = [this.client];
    this.rest = pauses.first;
    this.kept.takeOver();
    this.asides = this.kept.asides();
    let design = document;
    for (const client of this.kept.windows()) {
      // Another design was opened meanwhile: what is left here waits until this one is opened again.
      if (visit !== this.visit) return { design, recovered: [] };
      if (client === this.client) design = await this.takeUp(client, design);
      else
        await this.ports.locks.ifFree(windowLock(client), async () => {
          design = await this.takeUp(client, design);
        });
    }
    if (visit !== this.visit) return { design, recovered: [] };
    const recovered = this.queue.slice();
    this.ports.view.asides(this.asides);
    this.tell(this.queue.length ? 'saving' : 'saved');
    void this.run();
    return { design, recovered };
  }

  /** Takes up what a window left. */
  private async takeUp(client: string, design: Design): Promise<Design> {
    const { stored, kept, visit } = this;
    const unsent = kept.read(client);
    if (!unsent.changes.length || !stored) {
      kept.remove(client);
      return design;
    }
    let past: readonly StoredChange[];
    try {
      const since = Math.min(this.seq, ...unsent.changes.map((c) => c.base));
      past = (await this.ports.wire.changes(this.id, since)).filter((c) => c.seq <= this.seq);
    } catch (e) {
      if (!(e instanceof ApiError)) throw e;
      if (visit !== this.visit) return design;
      if (client !== this.client) {
        this.ports.view.say(
          'Work of an earlier visit could not be taken up yet: it is kept, open the design again.',
        );
        return design;
      }
      // What this very window left goes on as it is: the server knows what it has of it.
      const { design: next, fit, misfits } = onTop(design, unsent.changes);
      if (misfits.length) this.setAside(misfits[0], elsewhere, forced(design, unsent.changes));
      this.queue.push(...fit);
      return next;
    }
    if (visit !== this.visit) return design;
    const { fit, misfits, design: next } = sortReturned(design, past, unsent);
    if (misfits.length) {
      const left = asLeft(stored, past, unsent) ?? forced(stored, unsent.changes);
      this.setAside(misfits[0], `${elsewhere} This is what an earlier visit had.`, left);
    }
    this.own = [...new Set([...this.own, ...unsent.own])];
    this.queue.push(...fit);
    // Its own copy first: whatever happens in between, nothing is in neither.
    if (this.store() && client !== this.client) kept.remove(client);
    return next;
  }

  /** Adds a change that was made on what is shown. */
  add(change: Change): void {
    const base = this.unshown.length ? this.unshown[0].seq - 1 : this.seq;
    this.queue.push({ ...change, base });
    this.store();
    if (this.save !== 'conflict') this.tell('saving');
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

  /** From now on changes of others are not shown, until `release`. */
  hold(): void {
    this.holding = true;
  }

  /** Shows what others did meanwhile. */
  release(): void {
    this.holding = false;
    this.show();
    for (const go of this.released.splice(0)) go();
  }

  /** Gives up what was not stored. */
  drop(): void {
    this.queue = [];
    this.unshown = [];
    this.store();
    this.tell('saved');
  }

  /** Lets what was set aside go, once it is kept elsewhere or not wanted. */
  letGo(aside: string): void {
    this.kept.letGo(aside);
    this.asides = this.asides.filter((a) => a.id !== aside);
    this.ports.view.asides(this.asides);
  }

  /** Looks for changes made in other windows. */
  async look(): Promise<void> {
    if (!this.id || this.busy || this.queue.length) return;
    const { visit } = this;
    try {
      const changes = await this.ports.wire.changes(this.id, this.seq);
      if (visit !== this.visit || this.busy || this.queue.length) return;
      this.take(changes);
      this.show();
      if (this.save === 'waiting') this.tell('saved');
    } catch (e) {
      if (!(e instanceof ApiError)) this.ports.view.defect(e);
      else if (e.status === 0)
        this.tell('waiting', 'The server cannot be reached. Your work is kept in this window.');
    }
  }

  private tell(save: SaveState, message = ''): void {
    this.save = save;
    this.ports.view.state(save, message);
  }

  /** Keeps what waits; says whether there was room for it. */
  private store(): boolean {
    const unsent: Unsent = { own: this.own, changes: this.queue };
    try {
      this.kept.write(this.client, unsent);
      return true;
    } catch {
      this.ports.view.say(noRoom);
      return false;
    }
  }

  /** Sends what waits, one after another, until nothing is left or something stands in the way. */
  private async run(): Promise<void> {
    if (this.busy) return;
    this.busy = true;
    const { visit } = this;
    try {
      while (this.queue.length && this.save !== 'conflict') {
        if (!(await this.attempt(this.queue[0]))) await this.rests();
        if (visit !== this.visit) return;
      }
      if (!this.queue.length && this.save !== 'saved') this.tell('saved');
    } finally {
      this.busy = false;
      // Another design was opened, or a change came, just as this ended.
      if ((visit !== this.visit || this.save !== 'conflict') && this.queue.length) void this.run();
    }
  }

  private async rests(): Promise<void> {
    await this.ports.pause(this.rest);
    this.rest = Math.min(pauses.longest, 2 * this.rest);
  }

  /** Sends one change; false where the same is to be tried again later. */
  private async attempt({ inverse: _, ...change }: Waiting): Promise<boolean> {
    const { visit } = this;
    try {
      const taken = await this.ports.wire.append(this.id, { ...change, seen: this.seq, own: this.own });
      if (visit !== this.visit) return true;
      this.rest = pauses.first;
      this.take(taken.since);
      const stored = { ...change, seq: taken.seq, patch: [...change.patch, ...taken.filled], inverse: [] };
      this.take([stored]);
      // It was in the design already, where this window had not been told so.
      const at = this.queue.findIndex((w) => w.changeId === change.changeId);
      if (at >= 0) this.stopWaiting(at, stored);
      this.show();
      return true;
    } catch (e) {
      if (visit !== this.visit) return true;
      if (!(e instanceof ApiError)) {
        this.ports.view.defect(e);
        this.tell(
          'waiting',
          'Saving met a fault of this program. Your work is kept in this window, and it is tried again.',
        );
        return false;
      }
      if (later(e.status)) {
        this.tell(
          'waiting',
          e.status === 0
            ? 'The server cannot be reached. Your work is kept in this window and sent when it is back.'
            : e.message,
        );
        return false;
      }
      if (e.status === 409 || e.status === 404) this.tell('conflict', e.message);
      else {
        // Not while a drag goes on from what is shown.
        while (this.holding) await new Promise<void>((resolve) => this.released.push(resolve));
        // It may have been given up meanwhile.
        if (visit === this.visit && this.queue[0]?.changeId === change.changeId) this.refuse(e.message);
      }
      return true;
    }
  }

  /** The server will never take the first change that waits: all that is shown is set aside, and the rest goes on. */
  private refuse(message: string): void {
    const [change, ...rest] = this.queue;
    if (!this.stored) return;
    this.setAside(change, message, onTop(this.stored, this.queue).design);
    // What was not shown yet is in what is stored, and so in what is shown from now on.
    this.unshown = [];
    const { design, fit, misfits } = onTop(this.stored, rest);
    this.queue = fit;
    this.store();
    this.ports.view.rebuilt(
      design,
      [change, ...misfits].map((c) => c.changeId),
    );
    this.ports.view.asides(this.asides);
  }

  private setAside({ changeId, label }: Change, message: string, design: Design): void {
    const aside: Aside = { id: changeId, label, message, design };
    this.asides = [...this.asides.filter((a) => a.id !== changeId), aside];
    try {
      this.kept.putAside(aside);
    } catch {
      this.ports.view.say(noRoom);
    }
  }

  /**
   * Takes in what was stored, oldest first; what is new to this window is shown as soon as nothing is under way. What
   * waits here and was stored all the same (its answer was lost, or it was on its way when its window closed) waits no
   * more; anything else comes from elsewhere, whoever made it.
   */
  private take(changes: readonly StoredChange[]): void {
    for (const c of changes) {
      if (c.seq <= this.seq) continue;
      const next = this.stored && tryApply(this.stored, c.patch);
      if (!next) {
        this.tell('conflict', strange);
        return;
      }
      this.stored = next;
      this.seq = c.seq;
      const at = this.queue.findIndex((w) => w.changeId === c.changeId);
      if (at < 0) this.unshown.push(c);
      else this.stopWaiting(at, c);
    }
  }

  /** One that waited is stored; what was filled in beside it is still to be shown. */
  private stopWaiting(at: number, stored: Omit<StoredChange, 'inverse'>): void {
    const [{ patch }] = this.queue.splice(at, 1);
    this.store();
    const filled = stored.patch.slice(patch.length);
    if (filled.length) this.unshown.push({ ...stored, patch: filled, inverse: [] });
  }

  /** Shows what others did, unless it touches what waits. */
  private show(): void {
    if (this.holding || this.save === 'conflict') return;
    while (this.unshown.length) {
      const [change] = this.unshown;
      const touched = new Places(change.patch);
      // Those that were made before it was here; what is made later is made on top of it.
      if (this.queue.some((c) => c.base < change.seq && touched.touchedBy(c.patch))) {
        this.tell('conflict', elsewhere);
        return;
      }
      try {
        this.ports.view.foreign(change.patch);
      } catch (e) {
        if (!(e instanceof PatchError)) this.ports.view.defect(e);
        this.tell('conflict', elsewhere);
        return;
      }
      this.unshown.shift();
    }
  }
}
