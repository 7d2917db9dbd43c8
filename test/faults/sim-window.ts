import {
  applyPatch,
  type Change,
  type Design,
  diffJson,
  guarded,
  makeCoat,
  makeId,
  makePart,
  makeSource,
  type Part,
} from '@/core';
import { ApiError } from '@/editor/state/api';
import { Outbox } from '@/editor/sync/outbox';
import type { Aside, Keep, Locks, SaveState, Wire } from '@/editor/sync/ports';
import { pick } from '../share';

/** The storage and the locks that windows of one browser share. */
export class Browser {
  readonly stored = new Map<string, string>();
  readonly held = new Set<string>();

  readonly keep: Keep = {
    keys: () => [...this.stored.keys()],
    read: (key) => this.stored.get(key) ?? null,
    write: (key, text) => void this.stored.set(key, text),
    remove: (key) => void this.stored.delete(key),
  };
}

/** A network that delays, loses requests and answers, and is away for spells. */
export class Network {
  offline = 0;
  counts = { requests: 0, lostRequests: 0, lostAnswers: 0 };

  constructor(
    private readonly random: () => number,
    private readonly server: Wire,
  ) {}

  private async pass<T>(work: () => Promise<T>): Promise<T> {
    this.counts.requests++;
    const lost = () => {
      throw new ApiError(0, 'The server cannot be reached.');
    };
    await new Promise((resolve) => setTimeout(resolve, this.random() * 4));
    if (this.offline > 0 || this.random() < 0.05) {
      this.counts.lostRequests++;
      return lost();
    }
    const answer = await work();
    await new Promise((resolve) => setTimeout(resolve, this.random() * 4));
    if (this.offline > 0 || this.random() < 0.08) {
      this.counts.lostAnswers++;
      return lost();
    }
    return answer;
  }

  readonly wire: Wire = {
    append: (id, change) => this.pass(() => this.server.append(id, change)),
    changes: (id, since) => this.pass(() => this.server.changes(id, since)),
  };
}

/** What became of the changes of all windows. */
export class Account {
  readonly made = new Set<string>();
  /** Changes of which a word was said: set aside, or part of a conflict. */
  readonly told = new Set<string>();
  readonly asides = new Map<string, Aside>();
  /** Designs as windows showed them when they were closed. */
  readonly left = new Map<string, Design>();
  /** Of the work that was set aside when a design was opened again, how much is just what its window had shown. */
  returned = { exact: 0, other: 0 };
  defects: unknown[] = [];
  conflicts = 0;
}

/** One window at a design, as far as its work and its saving go. */
export class SimWindow {
  readonly client = makeId();
  shown: Design | null = null;
  save: SaveState = 'saved';
  private alive = true;
  private held = false;
  private readonly outbox: Outbox;

  constructor(
    readonly design: string,
    private readonly browser: Browser,
    network: Network,
    private readonly account: Account,
    /** What a hostile or broken server would refuse for good. */
    private readonly refuses: (change: Change) => boolean,
  ) {
    const never = new Promise<never>(() => {});
    // A window that is gone hears of nothing any more.
    const whileAlive =
      <A extends unknown[], R>(work: (...args: A) => Promise<R>) =>
      async (...args: A): Promise<R> => {
        if (!this.alive) return never;
        const answer = await work(...args).catch((e: unknown) => {
          if (!this.alive) return never;
          throw e;
        });
        return this.alive ? answer : never;
      };
    const locks: Locks = {
      hold: (name) => void this.browser.held.add(name),
      ifFree: async (name, work) => {
        if (this.browser.held.has(name)) return false;
        this.browser.held.add(name);
        try {
          await work();
        } finally {
          this.browser.held.delete(name);
        }
        return true;
      },
    };
    this.outbox = new Outbox(this.client, {
      wire: {
        append: whileAlive(async (id, change) => {
          if (this.refuses(change as unknown as Change)) throw new ApiError(422, 'That is not to be had.');
          return network.wire.append(id, change);
        }),
        changes: whileAlive(network.wire.changes),
      },
      keep: this.browser.keep,
      locks,
      view: {
        state: (save) => {
          if (save === 'conflict' && this.save !== 'conflict') {
            account.conflicts++;
            for (const id of this.unsent()) account.told.add(id);
          }
          this.save = save;
        },
        asides: (list) => {
          for (const a of list) {
            if (!account.asides.has(a.id)) account.told.add(a.id);
            account.asides.set(a.id, a);
          }
        },
        foreign: (patch) => {
          if (this.shown) this.shown = applyPatch(this.shown, patch);
        },
        rebuilt: (design, without) => {
          for (const id of without) account.told.add(id);
          this.shown = design;
        },
        say: () => {},
        defect: (e) => account.defects.push(e),
      },
      pause: whileAlive((ms) => new Promise<void>((resolve) => setTimeout(resolve, Math.min(6, ms)))),
    });
  }

  async open(load: (id: string) => Promise<{ document: Design; seq: number }>): Promise<void> {
    const { document, seq } = await load(this.design);
    const before = new Set(this.everyUnsent());
    const owners = new Map(this.everyUnsentOf());
    const knownAsides = new Set(this.account.asides.keys());
    const { design } = await this.outbox.open(this.design, document, seq);
    if (!this.alive) return;
    this.shown = design;
    // What was found and is neither waiting nor stored must be in what was set aside of that very window.
    const setAsideOf = new Set<string>();
    for (const [id, aside] of this.account.asides) {
      const owner = owners.get(id);
      if (knownAsides.has(id) || owner === undefined) continue;
      setAsideOf.add(owner);
      const left = this.account.left.get(owner);
      // Another window may have set something aside meanwhile.
      if (!left) continue;
      if (diffJson(aside.design, left).length === 0) this.account.returned.exact++;
      else this.account.returned.other++;
    }
    const after = new Set(this.everyUnsent());
    for (const id of before)
      if (!after.has(id) && setAsideOf.has(owners.get(id) ?? '')) this.account.told.add(id);
  }

  private everyUnsent(): string[] {
    return [...this.browser.stored]
      .filter(([k]) => k.startsWith('silent-compass.unsent.'))
      .flatMap(([, text]) => (JSON.parse(text) as { changes: Change[] }).changes.map((c) => c.changeId));
  }

  /** Changes that wait, with the window that has left them. */
  private everyUnsentOf(): [string, string][] {
    const prefix = `silent-compass.unsent.${this.design}.`;
    return [...this.browser.stored]
      .filter(([k]) => k.startsWith(prefix))
      .flatMap(([k, text]) =>
        (JSON.parse(text) as { changes: Change[] }).changes.map((c): [string, string] => [
          c.changeId,
          k.slice(prefix.length),
        ]),
      );
  }

  /** Ids of what this window has not sent. */
  private unsent(): string[] {
    const text = this.browser.stored.get(`silent-compass.unsent.${this.design}.${this.client}`);
    return text ? (JSON.parse(text) as { changes: Change[] }).changes.map((c) => c.changeId) : [];
  }

  /** Whether something stands in the way until the designer chooses. */
  get inConflict(): boolean {
    return this.save === 'conflict';
  }

  /** The designer has seen the conflict, keeps a copy or not, and shows what is stored. */
  settleConflict(): void {
    for (const id of this.unsent()) this.account.told.add(id);
    this.outbox.drop();
  }

  edit(random: () => number): void {
    const { shown } = this;
    if (!shown || !this.alive) return;
    const next = edited(shown, random);
    const patch = diffJson(shown, next);
    if (!patch.length) return;
    const change: Change = {
      changeId: makeId(),
      clientId: this.client,
      role: 'do',
      label: 'Edit',
      patch: guarded(patch, shown),
      inverse: guarded(diffJson(next, shown), next),
    };
    this.shown = next;
    this.account.made.add(change.changeId);
    this.outbox.add(change);
  }

  /** A drag or typing begins or ends: meanwhile nothing of others is shown. */
  toggleHold(): void {
    this.held = !this.held;
    if (this.held) this.outbox.hold();
    else this.outbox.release();
  }

  rest(): void {
    if (this.held) this.toggleHold();
  }

  look(): Promise<void> {
    return this.outbox.look();
  }

  get clean(): boolean {
    return this.outbox.clean;
  }

  /** The window is closed, or its page loaded again, in the middle of whatever it does. */
  close(): void {
    this.alive = false;
    if (this.shown) this.account.left.set(this.client, this.shown);
    this.browser.held.delete(`silent-compass.window.${this.client}`);
  }
}

/** A design changed in one of the ways of a designer; marks are told apart by chance numbers. */
function edited(d: Design, random: () => number): Design {
  const ids = Object.keys(d.parts);
  const id = pick(ids, random());
  const part = d.parts[id];
  const put = (p: Part): Design => ({ ...d, parts: { ...d.parts, [p.id]: p } });
  const onSheet = (parts: readonly string[], all: Design['parts']): Design => ({
    ...d,
    parts: all,
    sheets: d.sheets.map((s, i) => (i ? s : { ...s, parts })),
  });
  const what = random();
  const mark = Math.round(random() * 1e9) / 100;
  if (!part || what < 0.12 || ids.length < 3) {
    const fresh = makePart(makeSource('ellipse'), {
      id: makeId(),
      name: `n${mark}`,
      coats: [makeCoat('fill'), makeCoat('stroke')],
    });
    return onSheet([...d.sheets[0].parts, fresh.id], { ...d.parts, [fresh.id]: fresh });
  }
  if (what < 0.2) {
    const { [id]: _, ...rest } = d.parts;
    return onSheet(
      d.sheets[0].parts.filter((p) => p !== id),
      rest,
    );
  }
  if (what < 0.5) return put({ ...part, place: { ...part.place, x: mark } });
  if (what < 0.7 && part.coats.length) {
    const at = Math.floor(random() * part.coats.length);
    return put({ ...part, coats: part.coats.map((c, i) => (i === at ? { ...c, opacity: random() } : c)) });
  }
  if (what < 0.8) return put({ ...part, coats: part.coats.toReversed() });
  if (what < 0.9) return put({ ...part, name: `m${mark}` });
  return {
    ...d,
    sheets: d.sheets.map((s, i) =>
      i ? s : { ...s, ground: `#${(mark | 0).toString(16).padStart(6, '0').slice(-6)}` },
    ),
  };
}
