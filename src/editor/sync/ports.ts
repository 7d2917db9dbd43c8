import type { Design, PatchOperation, SentChange, StoredChange, Taken } from '@/core';

/** The server, as unsent work needs it. Fails with an `ApiError`. */
export interface Wire {
  append(design: string, change: SentChange): Promise<Taken>;
  changes(design: string, since: number): Promise<readonly StoredChange[]>;
}

/** Where unsent work is kept until it is stored. */
export interface Keep {
  keys(): readonly string[];
  read(key: string): string | null;
  /** @throws Error where there is no room. */
  write(key: string, text: string): void;
  remove(key: string): void;
}

/** Locks that live as long as their window. */
export interface Locks {
  /** Holds a name for as long as this window lives. */
  hold(name: string): void;
  /** Does work while no other window holds a name; says whether it was done. */
  ifFree(name: string, work: () => Promise<void>): Promise<boolean>;
}

export type SaveState = 'saved' | 'saving' | 'waiting' | 'conflict';

/** Work that could not be stored, kept as a whole design so that nothing of it is lost. */
export interface Aside {
  readonly id: string;
  /** What was done, by its name. */
  readonly label: string;
  /** Why it could not be stored. */
  readonly message: string;
  readonly design: Design;
}

/** The window, as unsent work needs it. */
export interface View {
  state(save: SaveState, message: string): void;
  asides(list: readonly Aside[]): void;
  /** Takes in a change made in another window, on top of what is shown. @throws Error where it does not fit. */
  foreign(patch: readonly PatchOperation[]): void;
  /** Another design is to be shown: what was set aside is out of it. */
  rebuilt(design: Design, without: readonly string[]): void;
  /** Says something in passing. */
  say(message: string): void;
  /** Something that should never happen did. */
  defect(e: unknown): void;
}
