import type { Change } from '@/core';
import type { Aside, Keep } from './ports';

/** A change that waits, with the state of others’ work that it was made on. */
export interface Waiting extends Change {
  readonly base: number;
}

/** What one window has not sent yet. */
export interface Unsent {
  /** The windows whose work it is: this one, and those it was taken up from. */
  readonly own: readonly string[];
  readonly changes: readonly Waiting[];
}

const unsentPrefix = (design: string) => `silent-compass.unsent.${design}.`;
const asidePrefix = (design: string) => `silent-compass.aside.${design}.`;

/** The name that a window holds while it lives. */
export const windowLock = (client: string): string => `silent-compass.window.${client}`;

const isRecord = (v: unknown): v is Record<string, unknown> =>
  typeof v === 'object' && v !== null && !Array.isArray(v);

const isWaiting = (v: unknown): v is Waiting =>
  isRecord(v) &&
  typeof v.changeId === 'string' &&
  typeof v.clientId === 'string' &&
  Array.isArray(v.patch) &&
  Array.isArray(v.inverse) &&
  Number.isInteger(v.base);

function parsed(text: string | null): unknown {
  try {
    return JSON.parse(text ?? 'null');
  } catch {
    // Cut short when the browser ended: nothing of it can be told.
    return null;
  }
}

/** Unsent work in the browser’s storage, by design and window. */
export class KeptWork {
  constructor(
    private readonly keep: Keep,
    private readonly design: string,
  ) {}

  /**
   * Takes over work that an earlier version kept, which knew no windows and no state that changes were made on: it is
   * held against everything that was ever done.
   */
  takeOver(): void {
    const key = `silent-compass.unsent.${this.design}`;
    const found = parsed(this.keep.read(key));
    const changes = Array.isArray(found)
      ? found.map((c): unknown => (isRecord(c) ? { ...c, base: 0 } : c)).filter(isWaiting)
      : [];
    const [first] = changes;
    if (first) this.write(first.clientId, { own: [...new Set(changes.map((c) => c.clientId))], changes });
    this.keep.remove(key);
  }

  /** Windows that have left unsent work. */
  windows(): string[] {
    const prefix = unsentPrefix(this.design);
    return this.keep
      .keys()
      .filter((k) => k.startsWith(prefix))
      .map((k) => k.slice(prefix.length));
  }

  read(client: string): Unsent {
    const found = parsed(this.keep.read(unsentPrefix(this.design) + client));
    if (!isRecord(found) || !Array.isArray(found.changes)) return { own: [client], changes: [] };
    const own = Array.isArray(found.own) ? found.own.filter((v) => typeof v === 'string') : [];
    return { own: [...new Set([client, ...own])], changes: found.changes.filter(isWaiting) };
  }

  /** @throws Error where the browser has no room. */
  write(client: string, unsent: Unsent): void {
    if (unsent.changes.length) this.keep.write(unsentPrefix(this.design) + client, JSON.stringify(unsent));
    else this.remove(client);
  }

  remove(client: string): void {
    this.keep.remove(unsentPrefix(this.design) + client);
  }

  /** What was set aside of this design, in any window. */
  asides(): Aside[] {
    const prefix = asidePrefix(this.design);
    return this.keep
      .keys()
      .filter((k) => k.startsWith(prefix))
      .sort()
      .map((k) => parsed(this.keep.read(k)))
      .filter(
        (v): v is Record<string, unknown> => isRecord(v) && isRecord(v.design) && typeof v.id === 'string',
      )
      .map((v) => v as unknown as Aside);
  }

  /** @throws Error where the browser has no room. */
  putAside(aside: Aside): void {
    this.keep.write(asidePrefix(this.design) + aside.id, JSON.stringify(aside));
  }

  letGo(id: string): void {
    this.keep.remove(asidePrefix(this.design) + id);
  }
}
