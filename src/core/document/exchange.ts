import type { PatchOperation } from './patch';
import type { Design } from './types';

/** Pixels across of the picture of a design that is kept: lists and openings begin with it. */
export const keptPictureWidth = 720;

/** A design in the list. */
export interface DesignEntry {
  readonly id: string;
  readonly name: string;
  /** Number of its last change. */
  readonly seq: number;
  /** ISO 8601. */
  readonly updatedAt: string;
}

export interface StoredDesign extends DesignEntry {
  readonly document: Design;
}

/** One committed gesture, as it travels and is kept. */
export interface Change {
  readonly changeId: string;
  readonly clientId: string;
  readonly role: 'do' | 'undo' | 'redo';
  readonly label: string;
  readonly patch: readonly PatchOperation[];
  readonly inverse: readonly PatchOperation[];
}

export interface StoredChange extends Change {
  readonly seq: number;
}

/** Some of a design’s changes, oldest first, and whether there are more after them. */
export interface ChangePage {
  readonly changes: readonly StoredChange[];
  readonly more: boolean;
}

/** A change on its way to the server. */
export interface SentChange extends Omit<Change, 'inverse'> {
  /** Number of the last change of others that it was made on top of. */
  readonly base: number;
  /** Number of the last change that the window has taken in: later ones come back with the answer. */
  readonly seen: number;
  /** Windows that this one speaks for, itself and those whose unsent changes it has taken up. */
  readonly own: readonly string[];
}

/** What the server says of a change that it took. */
export interface Taken {
  readonly seq: number;
  /** What was filled in beside it, to be done on top of it. */
  readonly filled: readonly PatchOperation[];
  /** What was stored after `seen` and before it, oldest first. */
  readonly since: readonly StoredChange[];
}

/** An earlier state of a design: the number of the change that made it, what that was, and when (ISO 8601). */
export interface PastState {
  readonly seq: number;
  readonly label: string;
  readonly at: string;
}
